/** What stands in a gap of a phrase: text, a number, another phrase, or several of them one after the other. */
export type PhraseParam = string | number | Phrase | readonly Phrase[];

/**
 * Something to be said to the user: the code of a text in the catalogue of words, and what stands in its gaps. A `count`
 * also chooses between the text's singular and plural.
 */
export type Phrase = {
  code: string;
  params?: Readonly<Record<string, PhraseParam>>;
};

/** A phrase, written short. */
export const phrase = (code: string, params?: Phrase['params']): Phrase => (params ? { code, params } : { code });

/** Whether a phrase is one of this code, or has one in it. */
export const hasCode = (said: Phrase | null, code: string): boolean =>
  said !== null &&
  (said.code === code ||
    Object.values(said.params ?? {})
      .flat()
      .some((part) => typeof part === 'object' && hasCode(part, code)));

/** Several phrases as one, each a sentence of its own; null for none. */
export function allOf(phrases: readonly (Phrase | null)[]): Phrase | null {
  const [first = null, ...others] = phrases.filter((one) => one !== null);
  return others.reduce((all, second) => all && phrase('message.both', { first: all, second }), first);
}
