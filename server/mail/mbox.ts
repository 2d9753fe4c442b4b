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
const CR = 0x0d;
const MARK = 0x3e;

/** Cuts blocks of whole lines into messages. Only lines that hold "From " are looked at. */
class Cutter {
  #parts: Buffer[] = [];
  #size = 0;
  #isMbox: boolean | null = null;
  /** Whether the line before the block was empty. */
  #afterEmpty = true;

  /** The messages that end in a block, with how much of it was read by then. */
  *read(block: Buffer): Generator<{ raw: Buffer; cut: boolean; at: number }> {
    let start = 0;
    if (this.#isMbox === null) {
      let first = 0;
      while (first < block.length && isSpace(block[first]!)) first++;
      if (first === block.length) return this.#add(block, 0, block.length);
      this.#isMbox = block.toString('latin1', first, first + 5) === 'From ';
      if (this.#isMbox) {
        this.#parts = [];
        this.#size = 0;
        start = lineEnd(block, first);
        this.#afterEmpty = false;
      }
    }
    if (this.#isMbox) {
      for (let hit = block.indexOf('From ', start); hit >= 0; hit = block.indexOf('From ', hit + 5)) {
        let line = hit;
        while (line > start && block[line - 1] === MARK) line--;
        if (line > 0 && block[line - 1] !== LF) continue;
        if (line < hit) {
          this.#add(block, start, line);
          // One of the marks was put before it when it was stored.
          start = line + 1;
          continue;
        }
        const end = lineEnd(block, hit);
        if (!(hit === 0 ? this.#afterEmpty : endsEmpty(block, hit, false)) || !isSeparator(block.subarray(hit, end)))
          continue;
        this.#add(block, start, hit);
        const message = this.take();
        start = end;
        if (message) yield { ...message, at: end };
        // What follows directly is the header, not a line behind an empty one.
        hit = end - 5;
      }
    }
    this.#add(block, start, block.length);
    this.#afterEmpty = endsEmpty(block, block.length, this.#afterEmpty);
  }

  /** The message collected so far; null when it is nothing but empty lines. */
  take(): { raw: Buffer; cut: boolean } | null {
    let raw = Buffer.concat(this.#parts);
    const cut = this.#size > MESSAGE_LIMIT;
    // The empty line before a separator belongs to the file.
    if (this.#isMbox && endsEmpty(raw, raw.length, false))
      raw = raw.subarray(0, raw.length - (raw.at(-2) === CR ? 2 : 1));
    this.#parts = [];
    this.#size = 0;
    return raw.toString('latin1', 0, 2000).trim() ? { raw, cut } : null;
  }

  #add(block: Buffer, start: number, end: number): void {
    const room = MESSAGE_LIMIT - this.#size;
    this.#size += end - start;
    if (room > 0 && end > start) this.#parts.push(block.subarray(start, Math.min(end, start + room)));
  }
}

const isSpace = (byte: number) => byte === 0x20 || (byte >= 0x09 && byte <= CR);

const lineEnd = (block: Buffer, at: number): number => {
  const next = block.indexOf(LF, at);
  return next < 0 ? block.length : next + 1;
};

/** Whether an empty line ends at `at`; `before` says whether one did where the block begins. */
function endsEmpty(block: Buffer, at: number, before: boolean): boolean {
  if (at === 0) return before;
  if (block[at - 1] !== LF) return false;
  const end = block[at - 2] === CR ? at - 2 : at - 1;
  return end === 0 || block[end - 1] === LF;
}

/**
 * Cuts a stream of bytes into messages: an mbox file into its messages, any other file as one message. A separator
 * counts only at the start or after an empty line, so that a "From" inside a letter splits nothing; `>From` loses
 * the mark that was put before it. Memory holds one message at a time.
 */
export async function* readMessages(source: AsyncIterable<Uint8Array>): AsyncGenerator<MboxEntry> {
  const cutter = new Cutter();
  /** The pieces of a line whose end has not come yet. */
  let open: Buffer[] = [];
  let openSize = 0;
  let bytes = 0;
  for await (const chunk of source) {
    const data = Buffer.from(chunk.buffer, chunk.byteOffset, chunk.byteLength);
    const whole = data.lastIndexOf(LF) + 1;
    if (whole) {
      const block = Buffer.concat([...open, data.subarray(0, whole)]);
      for (const { at, ...message } of cutter.read(block)) yield { ...message, bytes: bytes + at };
      bytes += openSize + whole;
      open = [];
      openSize = 0;
    }
    if (whole === data.length) continue;
    // Beyond the limit only the length is of interest.
    if (openSize <= MESSAGE_LIMIT) open.push(Buffer.from(data.subarray(whole)));
    openSize += data.length - whole;
  }
  for (const { at, ...message } of cutter.read(Buffer.concat(open))) yield { ...message, bytes: bytes + at };
  bytes += openSize;
  const last = cutter.take();
  if (last) yield { ...last, bytes };
}
