/** Lines are broken before this many signs (RFC 3676 4.2 names 78 as the most). */
const WIDTH = 72;

/** Begins a line so that no mail program takes it for a quotation or an envelope (RFC 3676 4.4). */
const stuffed = (line: string) => (/^(?: |>|From )/.test(line) ? ` ${line}` : line);

/** One line of text as several, each but the last with a space at its end. */
function broken(line: string): string[] {
  const lines: string[] = [];
  let rest = line;
  while (rest.length > WIDTH) {
    const within = rest.lastIndexOf(' ', WIDTH - 1);
    const at = within > 0 ? within : rest.indexOf(' ', WIDTH);
    // A break before a space would be taken for one that was put there.
    if (at < 0 || at + 1 >= rest.length) break;
    lines.push(rest.slice(0, at + 1));
    rest = rest.slice(at + 1);
  }
  return [...lines, rest];
}

/**
 * Text as `format=flowed` has it (RFC 3676): long lines are broken where a reader may join them again, and none ends in a
 * space that does not say so. Of the line above a signature its space is kept (4.3).
 */
export function toFlowed(text: string): string {
  return text
    .split('\n')
    .flatMap((line) => (line === '-- ' ? [line] : broken(line.replace(/ +$/, '')).map(stuffed)))
    .join('\n');
}

/**
 * A quotation in such a text: its marks are what they are, and its lines stay as long as they were, since readers do not
 * agree on how to join them.
 */
export const quotedAsIs = (text: string): string =>
  text
    .split('\n')
    .map((line) => line.replace(/ +$/, ''))
    .join('\n');
