import { sentences } from '../asks/sentences';
import { foldWord, words } from '../search/words';

/** A shorter sentence or paragraph is a courtesy, or is written again as quickly as it is found. */
const SHORTEST = 8;
/** A longer paragraph is not looked at whole, only its sentences. */
const LONGEST = 200;
/** So many pieces of one letter at most. */
const MOST = 60;

/** The days of the week and the months as they are called where the sentences of `core/asks` are known, folded. */
const CALENDAR = new Set(
  ['en', 'de', 'fr', 'es'].flatMap((locale) => {
    const names = (options: Intl.DateTimeFormatOptions, count: number, at: (i: number) => number) =>
      Array.from({ length: count }, (_, i) =>
        foldWord(new Intl.DateTimeFormat(locale, { ...options, timeZone: 'UTC' }).format(at(i)).replace('.', '')),
      );
    return (['long', 'short'] as const).flatMap((style) => [
      ...names({ weekday: style }, 7, (i) => Date.UTC(2026, 0, 5 + i)),
      ...names({ month: style }, 12, (i) => Date.UTC(2026, i, 5)),
    ]);
  }),
);
// What is a word of its own more often than a month.
CALENDAR.delete('may');
const FIGURE = '0';

/**
 * The words by which pieces are compared: folded; figures, days of the week and months all alike, and those that stand
 * together one, since they are what changes from letter to letter.
 */
export function wordsOf(text: string): string[] {
  const out: string[] = [];
  for (const { term } of words(text)) {
    const word = CALENDAR.has(term) || /\d/.test(term) ? FIGURE : term;
    if (word !== FIGURE || out.at(-1) !== FIGURE) out.push(word);
  }
  return out;
}

/**
 * The pieces of a letter that may be wording worth keeping: its paragraphs, and the sentences of those that have several.
 * @param text what somebody wrote, a paragraph a line, without signature and history
 */
export function piecesOf(text: string): string[] {
  const out: string[] = [];
  for (const line of text.split('\n')) {
    const paragraph = line.trim();
    const count = words(paragraph).length;
    if (count < SHORTEST) continue;
    if (count <= LONGEST) out.push(paragraph);
    const parts = sentences(paragraph);
    if (parts.length > 1 || count > LONGEST)
      for (const { from, to } of parts) {
        const sentence = paragraph.slice(from, to);
        const size = words(sentence).length;
        if (size >= SHORTEST && size <= LONGEST) out.push(sentence);
      }
    if (out.length >= MOST) break;
  }
  return [...new Set(out)].slice(0, MOST);
}
