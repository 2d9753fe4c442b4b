/** A word of a text, folded for comparison, and where it stands in the text. */
export interface Word {
  term: string;
  from: number;
  to: number;
}

/** Letters and digits with their accents; apostrophes inside a word belong to it. */
const WORD = /[\p{L}\p{N}\p{M}]+(?:['’][\p{L}\p{M}]+)*/gu;

/** Scripts written without spaces: each character counts as a word. */
const UNSPACED = /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}]/u;

/** A word without case, accents and apostrophes. */
export function fold(word: string): string {
  const ascii = /^[a-z0-9]+$/.test(word);
  if (ascii) return word;
  return word
    .normalize('NFKD')
    .replace(/[\p{M}'’]/gu, '')
    .toLowerCase()
    .replace(/ß/g, 'ss')
    .replace(/ø/g, 'o')
    .replace(/ł/g, 'l')
    .replace(/æ/g, 'ae')
    .replace(/œ/g, 'oe');
}

/** The words of a text in order. */
export function words(text: string): Word[] {
  const out: Word[] = [];
  for (const match of text.matchAll(WORD)) {
    const from = match.index;
    const raw = match[0];
    if (!UNSPACED.test(raw)) {
      const term = fold(raw);
      if (term) out.push({ term, from, to: from + raw.length });
      continue;
    }
    let at = from;
    let run = '';
    let runFrom = from;
    const flush = () => {
      if (run) out.push({ term: fold(run), from: runFrom, to: runFrom + run.length });
      run = '';
    };
    for (const char of raw) {
      if (UNSPACED.test(char)) {
        flush();
        out.push({ term: fold(char), from: at, to: at + char.length });
      } else {
        if (!run) runFrom = at;
        run += char;
      }
      at += char.length;
    }
    flush();
  }
  return out;
}
