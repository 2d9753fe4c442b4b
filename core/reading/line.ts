import type { DocJson } from '../note/schema';

/** A line without the spaces at its ends, of runs of equal formatting one piece. */
export function trimmed(line: DocJson[]): DocJson[] {
  const out: DocJson[] = [];
  for (const piece of line) {
    const last = out.at(-1);
    // One hard space between words is a space; a run of them is a distance somebody made.
    const text = piece.text?.replace(/(^|[^\u00a0])\u00a0(?!\u00a0)/g, '$1 ');
    if (last?.type === 'text' && piece.type === 'text' && JSON.stringify(last.marks) === JSON.stringify(piece.marks))
      last.text += text!;
    else out.push(piece.type === 'text' ? { ...piece, text } : { ...piece });
  }
  const edge = (at: number, cut: (text: string) => string) => {
    while (out.length && out.at(at)!.type === 'text') {
      const piece = out.at(at)!;
      piece.text = cut(piece.text!);
      if (piece.text) break;
      out.splice(at, 1);
    }
  };
  edge(0, (text) => text.replace(/^[ \u00a0]+/, ''));
  // "-- " is a sign of its own (RFC 3676 4.3).
  if (!(out.length === 1 && /^-- ?$/.test(out[0]!.text ?? ''))) edge(-1, withoutSpaceBehind);
  return out;
}

/** A search for spaces before an end begins anew at each space; this looks at each once. */
function withoutSpaceBehind(text: string): string {
  let end = text.length;
  while (end && (text[end - 1] === ' ' || text[end - 1] === '\u00a0')) end--;
  return text.slice(0, end);
}
