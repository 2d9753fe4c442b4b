/**
 * The separator line of an mbox file (RFC 4155 appendix A): `From `, an address, a time in asctime form. Programs write
 * the time in several ways, so a clock time is what is asked for; a sentence that starts with "From" has none.
 */
const SEPARATOR = /^From \S+.* \d{1,2}:\d\d/;

/** No message may be longer; a longer one is cut there and the rest passed over. */
export const MESSAGE_LIMIT = 60 * 1024 * 1024;

/** A message as it comes out of a file, with the bytes of the file read so far. */
export interface MboxEntry {
  raw: Buffer;
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
  let carry: Buffer = Buffer.alloc(0);
  let lines: Buffer[] = [];
  let size = 0;
  let bytes = 0;
  let isMbox: boolean | null = null;
  let afterEmpty = true;

  const take = (): Buffer | null => {
    if (isMbox && lines.length && /^\r?\n?$/.test(lines[lines.length - 1]!.toString('latin1'))) lines.pop();
    const raw = Buffer.concat(lines);
    lines = [];
    size = 0;
    return raw.toString('latin1', 0, 2000).trim() ? raw : null;
  };

  const onLine = (line: Buffer): Buffer | null => {
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
    if (isMbox && isFrom && afterEmpty && SEPARATOR.test(line.toString('latin1'))) {
      afterEmpty = false;
      return take();
    }
    afterEmpty = !content;
    size += line.length;
    if (size <= MESSAGE_LIMIT) {
      const unquoted = isMbox && line[0] === 0x3e && /^>+From /.test(line.subarray(0, 80).toString('latin1'));
      lines.push(unquoted ? line.subarray(1) : line);
    }
    return null;
  };

  for await (const chunk of source) {
    carry = carry.length
      ? Buffer.concat([carry, chunk])
      : Buffer.from(chunk.buffer, chunk.byteOffset, chunk.byteLength);
    let start = 0;
    for (let at = carry.indexOf(LF); at >= 0; at = carry.indexOf(LF, start)) {
      // Copied, so that one line does not keep the whole chunk alive.
      const raw = onLine(Buffer.from(carry.subarray(start, at + 1)));
      bytes += at + 1 - start;
      start = at + 1;
      if (raw) yield { raw, bytes };
    }
    carry = carry.subarray(start);
    if (carry.length > MESSAGE_LIMIT) carry = carry.subarray(0, MESSAGE_LIMIT);
  }
  if (carry.length) {
    bytes += carry.length;
    const raw = onLine(Buffer.from(carry));
    if (raw) yield { raw, bytes };
  }
  const raw = take();
  if (raw) yield { raw, bytes };
}
