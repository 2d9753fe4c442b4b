/** How a word was typed: as it is kept, with a capital first, or in capitals. */
export type Capitals = 'none' | 'first' | 'all';

const lower = (text: string) => text.toLocaleLowerCase();
const upper = (text: string) => text.toLocaleUpperCase();

/**
 * Which capitals were typed that `kept` does not have. Signs and digits do not count; in a script without capitals there
 * are none. One letter alone in capitals is a capital first.
 */
export function capitalsOf(typed: string, kept: string): Capitals {
  if (typed === kept) return 'none';
  const letters = typed.match(/\p{L}/gu) ?? [];
  const first = letters[0];
  if (!first || lower(first) === first) return 'none';
  const isAll = letters.length > 1 && letters.every((letter) => lower(letter) !== letter);
  return isAll && upper(kept) !== kept ? 'all' : 'first';
}

/** A text with these capitals. */
export function withCapitals(text: string, capitals: Capitals): string {
  if (capitals === 'all') return upper(text);
  return capitals === 'first' ? text.replace(/\p{L}/u, upper) : text;
}
