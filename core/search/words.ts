/** A word of a text, folded for comparison, and where it stands in the text. */
export interface Word {
  term: string;
  from: number;
  to: number;
}

/** Letters and digits with their accents; apostrophes inside a word belong to it. */
const WORD = /[\p{L}\p{N}\p{M}]+(?:['’][\p{L}\p{M}]+)*/gu;

/** Scripts written without spaces: two signs that stand together count as a word. */
const UNSPACED = /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}ー]/u;

/** Folded by being written small. */
const PLAIN = /^[A-Za-z0-9]+$/;

/** Letters that stand for others, or are written in two ways without another meaning. */
const ALIKE: Record<string, string> = {
  ß: 'ss',
  ø: 'o',
  ł: 'l',
  đ: 'd',
  æ: 'ae',
  œ: 'oe',
  ı: 'i',
  ς: 'σ',
  ך: 'כ',
  ם: 'מ',
  ן: 'נ',
  ף: 'פ',
  ץ: 'צ',
  ى: 'ي',
  ة: 'ه',
  ـ: '',
};
const alike = new RegExp(`[${Object.keys(ALIKE).join('')}]`, 'gu');
/** Katakana with a hiragana of the same sound, which stands 0x60 before it. */
const KATAKANA = /[\u30a1-\u30f6]/g;

/** A word without case, accents and apostrophes; kana of one sound and letters that only look otherwise at the end of a word are one. */
export function foldWord(word: string): string {
  if (PLAIN.test(word)) return word.toLowerCase();
  return word
    .normalize('NFKD')
    .replace(/[\p{M}'’]/gu, '')
    .toLowerCase()
    .replace(alike, (letter) => ALIKE[letter]!)
    .replace(KATAKANA, (sign) => String.fromCharCode(sign.charCodeAt(0) - 0x60));
}

/**
 * The words of a text in order. In scripts without spaces every two neighbouring signs are one, and the last sign of
 * a run stands alone as well, so that each sign begins some word; `asQuery` leaves that last one out, since it would ask for
 * the same sign twice.
 */
export function words(text: string, asQuery = false): Word[] {
  const out: Word[] = [];
  for (const match of text.matchAll(WORD)) {
    const from = match.index;
    const raw = match[0];
    if (!UNSPACED.test(raw)) {
      const term = foldWord(raw);
      if (term) out.push({ term, from, to: from + raw.length });
      continue;
    }
    let at = from;
    let run = '';
    let runFrom = from;
    const flush = () => {
      if (run) out.push({ term: foldWord(run), from: runFrom, to: runFrom + run.length });
      run = '';
    };
    let before: Word | null = null;
    for (const char of raw) {
      const to = at + char.length;
      const isMark = /^\p{M}$/u.test(char);
      if (UNSPACED.test(char)) {
        flush();
        const sign = foldWord(char);
        if (before) Object.assign(before, { term: before.term + sign, to });
        out.push((before = { term: sign, from: at, to }));
      } else if (isMark && before) before.to = to;
      else {
        if (asQuery && before && out.length > 1 && out[out.length - 2]!.to === before.to) out.pop();
        before = null;
        if (!run) runFrom = at;
        run += char;
      }
      at = to;
    }
    if (asQuery && before && out.length > 1 && out[out.length - 2]!.to === before.to) out.pop();
    flush();
  }
  return out;
}

/** The words of a text, folded, each once, in the order in which they first stand in it. */
export function termsOf(text: string): Set<string> {
  const terms = new Set<string>();
  for (const raw of new Set(text.match(WORD)))
    if (PLAIN.test(raw)) terms.add(raw.toLowerCase());
    else for (const { term } of words(raw)) terms.add(term);
  return terms;
}
