/**
 * Whether a line separates messages of an mbox file (RFC 4155 appendix A): `From `, an address, a time in asctime form.
 * Programs write the time in several ways, so a clock time is what is asked for; a sentence that starts with "From" has
 * none, and no such line is longer than 500 characters.
 */
const isSeparator = (line: Buffer): boolean =>
  line.length <= 500 && /^From \S/.test(line.toString('latin1')) && / \d{1,2}:\d\d/.test(line.toString('latin1'));

/** No message may be longer; a longer one is cut there, marked, and the rest passed over. */
export const MESSAGE_LIMIT = 60 * 1024 * 1024;

/** A message as it comes out of a file, with the bytes of the file read so far. */
export interface MboxEntry {
  raw: Buffer;
  /** Its end is beyond {@link MESSAGE_LIMIT} and was not taken. */
  cut: boolean;
  /** Bytes of the file consumed when this message was complete. */
  bytes: number;
}

const LF = 0x0a;

/**
 * Cuts a stream of bytes into messages: an mbox file into its messages, any other file as one message. A separator
 * counts only at the start or after an empty line, so that a "From" inside a letter splits nothing; `>From` loses
 * the mark that was put before it. Memory holds one message at a time.
 */
export async function* readMessages(source: AsyncIterable<Uint8Array>): AsyncGenerator<MboxEntry> {
  /** The pieces of a line whose end has not come yet. */
  let open: Buffer[] = [];
  let openSize = 0;
  let lines: Buffer[] = [];
  let size = 0;
  let bytes = 0;
  let isMbox: boolean | null = null;
  let afterEmpty = true;

  const take = (): Omit<MboxEntry, 'bytes'> | null => {
    if (isMbox && lines.length && isEmptyLine(lines[lines.length - 1]!)) lines.pop();
    const raw = Buffer.concat(lines);
    const cut = size > MESSAGE_LIMIT;
    lines = [];
    size = 0;
    return raw.toString('latin1', 0, 2000).trim() ? { raw, cut } : null;
  };

  const onLine = (line: Buffer): Omit<MboxEntry, 'bytes'> | null => {
    const isFrom = line.length > 5 && line.subarray(0, 5).toString('latin1') === 'From ';
    const content = line.length > 2 ? true : line.toString('latin1').trim() !== '';
    if (isMbox === null && content) {
      isMbox = isFrom;
      if (isFrom) {
        lines = [];
        afterEmpty = false;
        return null;
      }
    }
    if (isMbox && isFrom && afterEmpty && isSeparator(line)) {
      afterEmpty = false;
      return take();
    }
    afterEmpty = !content;
    const room = MESSAGE_LIMIT - size;
    size += line.length;
    if (room > 0) {
      const unquoted = isMbox && line[0] === 0x3e && /^>+From /.test(line.subarray(0, 80).toString('latin1'));
      lines.push(line.subarray(unquoted ? 1 : 0, room));
    }
    return null;
  };

  for await (const chunk of source) {
    const data = Buffer.from(chunk.buffer, chunk.byteOffset, chunk.byteLength);
    let start = 0;
    for (let at = data.indexOf(LF); at >= 0; at = data.indexOf(LF, start)) {
      const piece = data.subarray(start, at + 1);
      // Copied, so that one line does not keep the whole chunk alive.
      const found = onLine(open.length ? Buffer.concat([...open, piece]) : Buffer.from(piece));
      bytes += openSize + piece.length;
      open = [];
      openSize = 0;
      start = at + 1;
      if (found) yield { ...found, bytes };
    }
    const rest = data.subarray(start);
    if (!rest.length) continue;
    // Beyond the limit only the length is of interest.
    if (openSize <= MESSAGE_LIMIT) open.push(Buffer.from(rest));
    openSize += rest.length;
  }
  if (open.length) {
    bytes += openSize;
    const found = onLine(Buffer.concat(open));
    if (found) yield { ...found, bytes };
  }
  const found = take();
  if (found) yield { ...found, bytes };
}

const isEmptyLine = (line: Buffer) => line.length <= 2 && line.toString('latin1').trim() === '';
