import type { ValidationError } from 'yup';
import type { Phrase } from '#core/text/phrase';

/** What a schema says of a value; ours say phrases, which Yup's own types do not know. */
const phraseOf = ({ errors }: ValidationError) => errors[0] as unknown as Phrase;

/** So many problems are said at once. */
const MOST = 40;

/** What is wrong with each field of a value, the first of each; the whole has the name ''. At most 40. */
export function fieldProblems(error: ValidationError): Record<string, Phrase> {
  const all = error.inner.length ? error.inner.slice(0, MOST) : [error];
  return Object.fromEntries(all.map((one) => [one.path ?? '', phraseOf(one)] as const).reverse());
}

/** The first thing that is wrong with a value. */
export const firstProblem = (error: ValidationError): Phrase => phraseOf(error.inner[0] ?? error);
