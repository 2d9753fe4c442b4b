/**
 * How one asks in a language, as patterns over the folded words of a clause (common practice, no source). Those that
 * begin a clause are tried at its first word.
 */
export interface AskingWords {
  /** What begins a question: a word that asks with its verb, or a verb before its subject. */
  question: RegExp;
  /** What begins a request: somebody is told or begged to do something. */
  request: RegExp;
  /** What asks for something wherever it stands in a clause. */
  wish: RegExp;
  /** What looks like one of these and asks for nothing: greetings, thanks, notices, polite ends of letters. */
  nothing: RegExp;
}

/** The lines of a list as one choice. */
export const anyOf = (lines: string): string =>
  lines
    .trim()
    .split(/\s*\n\s*/)
    .join('|');

/** A pattern that begins a clause, after words that only lead on to it. */
export const begins = (lead: string, words: string): RegExp =>
  new RegExp(`^(?:(?:${lead})[, ]+){0,3}(?:${words})(?![a-z])`, 'u');
/** A pattern that stands anywhere in a clause. */
export const holds = (words: string): RegExp => new RegExp(`(?<![a-z'’])(?:${words})(?![a-z])`, 'u');
