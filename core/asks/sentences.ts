/** A stretch of a text. */
export interface Stretch {
  from: number;
  to: number;
}

/** A line this long that does not end a sentence was broken by a program and goes on in the next (RFC 3676 wraps at 78). */
const BROKEN = 55;
/** What ends with a stop and ends no sentence. */
const SHORT =
  /(?:^|[\s(])(?:mr|mrs|ms|dr|prof|st|no|nr|ca|approx|e\.g|i\.e|etc|vs|z\.\s?b|bzw|usw|tel|str|m|mme|mlle|sr|sra|p\.m|a\.m|\p{L}|\d{1,2})\.$/iu;
const ENDS = /[.!?…。！？]+["'”’)\]]*(?=\s|$)|[。！？]/gu;
const ITEM = /^\s*(?:[-–—*•·]|\(?\d{1,2}[.)]|\(?[a-z]\))\s+/iu;

/** The lines of a text as they were meant: those a program broke are one. */
function lines(text: string): Stretch[] {
  const out: Stretch[] = [];
  let from = 0;
  for (let at = 0; at <= text.length; at++) {
    if (at < text.length && text[at] !== '\n') continue;
    const line = text.slice(from, at);
    const before = out.at(-1);
    const isOpen =
      before &&
      from > 0 &&
      before.to === from - 1 &&
      before.to - Math.max(before.from, text.lastIndexOf('\n', before.to - 1) + 1) >= BROKEN &&
      !/[.!?:…]["'”’)\]]*\s*$/u.test(text.slice(Math.max(before.from, before.to - 8), before.to));
    if (isOpen && line.trim() && !ITEM.test(line)) before.to = at;
    else out.push({ from, to: at });
    from = at + 1;
  }
  return out;
}

/** The sentences of a text in order, without the spaces around and the marks of a list before them. */
export function sentences(text: string): Stretch[] {
  const out: Stretch[] = [];
  for (const line of lines(text)) {
    let from = line.from + (ITEM.exec(text.slice(line.from, Math.min(line.to, line.from + 20)))?.[0].length ?? 0);
    const add = (to: number) => {
      const raw = text.slice(from, to);
      const start = from + raw.length - raw.trimStart().length;
      const end = from + raw.trimEnd().length;
      if (end > start) out.push({ from: start, to: end });
      from = to;
    };
    for (const match of text.slice(line.from, line.to).matchAll(ENDS)) {
      const to = line.from + match.index + match[0].length;
      if (to <= from || (match[0] === '.' && SHORT.test(text.slice(Math.max(from, to - 12), to)) && to < line.to))
        continue;
      add(to);
    }
    if (from < line.to) add(line.to);
  }
  return out;
}
