const WORDS =
  /^(?:dear|hello|hi|hey|good (?:morning|afternoon|evening)|hallo|liebe[rs]?|sehr geehrte[rsn]?|guten (?:tag|morgen|abend)|bonjour|hola|ciao|estimad[oa]s?|chère?s?)(?!\p{L})/iu;

/** Whether a line begins with the words of a greeting. */
export const beginsWithGreeting = (line: string): boolean => WORDS.test(line);

/** Whether a line is a greeting and nothing else: its words and a name. */
export const isGreeting = (line: string): boolean => line.length <= 75 && WORDS.test(line);
