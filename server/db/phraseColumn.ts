import { phrase, type Phrase } from '#core/text/phrase';

/** A phrase as a column keeps it; empty for none. */
export const toColumn = (words: Phrase | null): string => (words ? JSON.stringify(words) : '');

/** The phrase in a column. What was kept as a sentence by an older version is said as it stands. */
export function fromColumn(kept: unknown): Phrase | null {
  const text = String(kept ?? '');
  if (!text) return null;
  try {
    const words: unknown = JSON.parse(text);
    if (typeof words === 'object' && words !== null && 'code' in words) return words as Phrase;
  } catch {
    // A sentence.
  }
  return phrase('error.asItStands', { text });
}
