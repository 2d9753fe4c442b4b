/** Lines no longer than this were probably broken by a program (RFC 5322 2.1.1 asks for 78 at most). */
const WIDEST = 80;
const NARROWEST = 50;

/**
 * Plain text whose lines were broken at a width put back into paragraphs. A line goes on in the next one only when the
 * first word of that would not have fitted, so lines somebody ended on purpose stay. Lists, quotations and lines with an
 * indent stay as they are.
 */
export function unwrapped(text: string): string {
  const lines = text.replace(/\r\n?/g, '\n').split('\n');
  // A long line is none that a program broke, and is not looked at closely.
  const width = lines.reduce((most, line) => {
    const length = line.length > 2 * WIDEST ? 0 : line.trimEnd().length;
    return length <= WIDEST ? Math.max(most, length) : most;
  }, 0);
  if (width < NARROWEST || lines.some((line) => line.length > WIDEST && /^[^>\s]/.test(line) && / /.test(line)))
    return text;
  const out: string[][] = [];
  let open = false;
  for (const [i, line] of lines.entries()) {
    const joins = open && /^[\p{L}\p{N}("'“‘„«[]/u.test(line) && !/^([-*•]|\d+[.)])\s/.test(line);
    if (joins) out.at(-1)!.push(line);
    else out.push([line]);
    const next = lines[i + 1] ?? '';
    const word = /^\S+/.exec(next.slice(0, 2 * WIDEST))?.[0].length ?? Infinity;
    open =
      word !== Infinity &&
      line.length > NARROWEST * 0.8 &&
      !/^[>\s]/.test(line) &&
      line.trimEnd().length + 1 + word > width;
  }
  return out.map(joined).join('\n');
}

const joined = (lines: string[]) => lines.map((line, i) => (i < lines.length - 1 ? line.trimEnd() : line)).join(' ');
