import { words } from './words';

/** A stretch of text, marked or not. */
export interface Stretch {
  text: string;
  marked: boolean;
}

/**
 * `text` cut into stretches, those whose words are among the folded `terms` marked.
 * @param beginnings whether a word that only begins with one of them is marked too
 */
export function markWords(text: string, terms: Iterable<string>, beginnings = false): Stretch[] {
  const wanted = new Set(terms);
  const begun = beginnings ? [...wanted] : [];
  const isWanted = (term: string) => wanted.has(term) || begun.some((beginning) => term.startsWith(beginning));
  const out: Stretch[] = [];
  let at = 0;
  for (const { term, from, to } of words(text)) {
    if (!isWanted(term) || to <= at) continue;
    // Two signs of a script without spaces share one with the two before.
    const last = out[out.length - 1];
    if (from < at && last?.marked) {
      last.text += text.slice(at, to);
      at = to;
      continue;
    }
    if (from > at) out.push({ text: text.slice(at, from), marked: false });
    out.push({ text: text.slice(from, to), marked: true });
    at = to;
  }
  if (at < text.length) out.push({ text: text.slice(at), marked: false });
  return out;
}

/** So much of a text is looked at for its best part. */
const LOOKED_AT = 40_000;

/**
 * The part of a long text worth showing for a match: about `length` characters around the first matched word, on one
 * line, or the beginning when nothing matched.
 */
export function excerpt(text: string, terms: Iterable<string>, length = 90): string {
  const line = text.slice(0, LOOKED_AT).replace(/\s+/g, ' ').trim();
  const wanted = new Set(terms);
  const first = words(line).find(({ term }) => wanted.has(term));
  if (line.length <= length) return line;
  const start = !first || first.to < length * 0.8 ? 0 : Math.max(0, line.lastIndexOf(' ', first.from - length / 3) + 1);
  const end = Math.min(line.length, start + length);
  return `${start > 0 ? '… ' : ''}${line.slice(start, end).trimEnd()}${end < line.length ? ' …' : ''}`;
}
