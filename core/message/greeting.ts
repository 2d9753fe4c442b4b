const WORDS =
  /^(?:dear|hello|hi|hey|good (?:morning|afternoon|evening)|hallo|liebe[rs]?|sehr geehrte[rsn]?|guten (?:tag|morgen|abend)|bonjour|hola|ciao|estimad[oa]s?|chère?s?)(?!\p{L})/iu;

/** Whether a line begins with the words of a greeting. */
export const beginsWithGreeting = (line: string): boolean => WORDS.test(line);

/** Whether a line is a greeting and nothing else: its words and a name. */
export const isGreeting = (line: string): boolean => line.length <= 75 && WORDS.test(line);

const GREETING =
  /^(?:(?:dear|hello|hi|hey|good (?:morning|afternoon|evening)|hallo|liebe[rs]?|sehr geehrte[rsn]?|guten (?:tag|morgen|abend)|moin|servus|bonjour|bonsoir|salut|hola|buenos d[ií]as|buenas tardes|ciao|estimad[oa]s?|querid[oa]s?|ch[eè]re?s?)(?!\p{L})\s*)+/iu;
/** Words of a greeting that are no name: titles, and what stands for people one does not name one by one. */
const TITLES =
  /^(?:mr|mrs|ms|miss|mx|dr|prof|professor|sir|rev|father|herrn?|frau|fr|hr|fr[aä]ulein|monsieur|madame|mademoiselle|m|mme|mlle|se[nñ]or(?:a|ita)?|sra?|srta|don|do[nñ]a|and|und|et|y|e|again|nochmals?|the|my|liebe[rs]?|geehrte[rsn]?|chère?s?|ch[eè]re?s?|querid[oa]s?|estimad[oa]s?|family|familie|famille|familia)$/iu;
const GROUP =
  /^(?:all|everyone|everybody|both|team|folks|friends|colleagues|customers?|clients?|parents|neighbours?|members|ladies|gentlemen|madam|there|committee|alle|allerseits|zusammen|damen|herren|kollegen|kolleginnen|kunden|eltern|freunde|beide|ihr|tous|toutes|[ée]quipe|collègues|clients|parents|amis|messieurs|mesdames|deux|todos|todas|equipo|colegas|clientes|padres|amigos|señores|señoras|ambos|ambas)$/iu;

/** A greeting, read. */
export interface GreetingWords {
  /** What stands behind the words of greeting, to the first comma: `Mrs Marsh`. */
  said: string;
  /** Words of names in it, without titles. */
  names: string[];
  isGroup: boolean;
  /** A name alone, without a word of greeting. */
  isBare: boolean;
}

const isName = (word: string) => /^\p{Lu}/u.test(word) || /^[\p{Lo}]/u.test(word);

/** The words of a name, as they stand. */
export const nameWords = (text: string): string[] => text.split(/[\s./&+-]+/).filter((word) => /\p{L}/u.test(word));

/** Whether a word goes before a name and is none. */
export const isTitle = (word: string): boolean => TITLES.test(word);

/** A line read as a greeting; null when it is none. */
export function readGreeting(line: string): GreetingWords | null {
  const text = line.trim();
  if (text.length > 120) return null;
  const lead = GREETING.exec(text)?.[0] ?? '';
  if (lead || beginsWithGreeting(text)) {
    // Behind the first comma the letter begins.
    const said = text
      .slice(lead.length)
      .split(/(?<!\b(?:mrs?|ms|dr|prof|rev|fr|hr|sra?|srta|mme|mlle|m))\.(?:\s|$)|[,!:;]| [–—-] /iu)[0]!;
    const words = nameWords(said);
    const isGroup = words.some((word) => GROUP.test(word));
    const names = isGroup ? [] : words.filter((word) => isName(word) && !isTitle(word));
    // "Hello, I looked at it" and "Hi thanks for writing" name nobody.
    const isLong = words.length > names.length + 4;
    return { said: said.trim(), isGroup, isBare: false, names: isLong ? [] : names };
  }
  // A name alone with a comma behind it.
  const alone = /^(\p{Lu}[\p{L}'’-]+(?: \p{Lu}[\p{L}'’-]+){0,2}),$/u.exec(text);
  return alone ? { said: alone[1]!, isGroup: false, isBare: true, names: nameWords(alone[1]!) } : null;
}
