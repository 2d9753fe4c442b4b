import { randomBytes } from 'node:crypto';

/** Where the bytes of a part's body stand in the message, and how they are encoded there (RFC 2045 6). */
export interface PartRange {
  start: number;
  end: number;
  encoding: string;
}

/** A message made small enough to be parsed at once: what is large in it stands aside, and is said. */
export interface Outline {
  /** The message with the bodies of its large parts replaced by a sign. */
  small: Buffer;
  /** The bodies that stand aside, by what stands in their place. */
  aside: Map<string, PartRange>;
  /** What of the message is not shown. */
  cut: ('text' | 'parts' | 'header' | 'nesting')[];
}

/** A body larger than this stands aside unless it is text that is shown. */
const ASIDE = 16_384;
/** So much of a text is shown; a letter of a thousand pages has less. */
const TEXT_BYTES = 1_400_000;
const TEXT_LINES = 15_000;
/** So many parts of a message are looked at, so deep, and so much of its header. */
const PARTS = 1_000;
const DEPTH = 50;
const FIELD_BYTES = 65_536;
const HEADER_BYTES = 262_144;

const LF = 0x0a;
const CR = 0x0d;

interface Header {
  fields: { name: string; bytes: Buffer }[];
  /** Where the body begins. */
  body: number;
  cut: boolean;
}

/** The header fields from `at` on, each with its folded lines (RFC 5322 2.2), long ones cut. */
function readHeader(raw: Buffer, at: number, end: number): Header {
  const fields: Header['fields'] = [];
  let total = 0;
  let cut = false;
  let from = at;
  while (at < end) {
    const next = raw.indexOf(LF, at);
    const behind = next < 0 || next >= end ? end : next + 1;
    const isEmpty = raw[at] === LF || (raw[at] === CR && raw[at + 1] === LF);
    const isFolded = raw[at] === 0x20 || raw[at] === 0x09;
    if ((isEmpty || !isFolded) && at > from) {
      const length = Math.min(at - from, FIELD_BYTES);
      cut ||= length < at - from || total + length > HEADER_BYTES;
      if (total + length <= HEADER_BYTES) {
        const bytes = length < at - from ? cutField(raw, from, length) : raw.subarray(from, at);
        const colon = bytes.subarray(0, 100).indexOf(0x3a);
        fields.push({ name: bytes.toString('latin1', 0, Math.max(0, colon)).trim().toLowerCase(), bytes });
        total += length;
      }
      from = at;
    }
    if (isEmpty) return { fields, body: behind, cut };
    at = behind;
  }
  if (at > from && total < HEADER_BYTES) {
    const bytes = raw.subarray(from, Math.min(at, from + FIELD_BYTES));
    const colon = bytes.subarray(0, 100).indexOf(0x3a);
    fields.push({ name: bytes.toString('latin1', 0, Math.max(0, colon)).trim().toLowerCase(), bytes });
  }
  return { fields, body: end, cut };
}

/** The first `length` bytes of a field, back to the last comma or space, closed by a line's end. */
function cutField(raw: Buffer, from: number, length: number): Buffer {
  const bytes = raw.subarray(from, from + length);
  const at = Math.max(bytes.lastIndexOf(0x2c), bytes.lastIndexOf(0x20), length >> 1);
  return Buffer.concat([bytes.subarray(0, at), Buffer.from('\r\n')]);
}

const valueOf = (header: Header, name: string): string => {
  const field = header.fields.find((one) => one.name === name);
  if (!field) return '';
  const text = field.bytes.toString('latin1', 0, 8192);
  return text
    .slice(text.indexOf(':') + 1)
    .replace(/[\r\n]+/g, '')
    .trim();
};

/** The boundary a Content-Type names, also in the forms of RFC 2231; empty when it names none. */
export function boundaryOf(contentType: string): string {
  const plain = /[;\s]boundary\s*=\s*(?:"([^"]{1,200})"|([^\s;"]{1,200}))/i.exec(contentType);
  if (plain) return plain[1] ?? plain[2]!;
  const pieces: string[] = [];
  for (const [, at, encoded, quoted, bare] of contentType.matchAll(
    /[;\s]boundary\*(\d{0,2})(\*?)\s*=\s*(?:"([^"]{1,200})"|([^\s;"]{1,200}))/gi,
  )) {
    const written = quoted ?? bare!;
    const value = at === '' || encoded ? written.replace(/^[\w-]*'[\w-]*'/, '') : written;
    pieces[Number(at || 0)] = value.replace(/%([0-9a-f]{2})/gi, (_, hex) => String.fromCharCode(parseInt(hex, 16)));
  }
  return pieces.join('');
}

/**
 * Makes a message small enough to be parsed at once, in time that grows with its size: bodies of attachments stand aside,
 * text, parts and header are cut where they are longer than anybody reads. The bytes themselves stay what they are.
 */
export function outlineOf(raw: Buffer): Outline {
  let token = '';
  const pieces: Buffer[] = [];
  const aside = new Map<string, PartRange>();
  const cut = new Set<Outline['cut'][number]>();
  let parts = 0;

  /** Takes over the header at `at`; a body that stands aside is a file whatever its type. */
  const head = (header: Header, asFile: boolean): void => {
    if (header.cut) cut.add('header');
    const isSaid = header.fields.some(({ name }) => name === 'content-disposition');
    for (const { name, bytes } of header.fields) {
      // A type without a "/" is none, and the part is text then (RFC 2045 5.2).
      const isType = name !== 'content-type' || valueOf(header, name).includes('/');
      if (isType) pieces.push(bytes);
    }
    if (asFile && !isSaid) pieces.push(Buffer.from('Content-Disposition: attachment\r\n'));
    pieces.push(Buffer.from('\r\n'));
  };

  const leaf = (header: Header, type: string, end: number): void => {
    const start = header.body;
    const encoding = valueOf(header, 'content-transfer-encoding').toLowerCase();
    const isAttached = /^attachment/i.test(valueOf(header, 'content-disposition'));
    const isShown = !isAttached && (!type.includes('/') || /^text\/(plain|html)\b/i.test(type));
    if (isShown) {
      head(header, false);
      const shown = shownEnd(raw, start, end);
      if (shown < end) cut.add('text');
      pieces.push(raw.subarray(start, shown));
      if (shown < end) pieces.push(Buffer.from('\r\n'));
    } else if (end - start > ASIDE) {
      head(header, !/^image\//i.test(type));
      token ||= randomBytes(12).toString('hex');
      const sign = `${token}-${aside.size}`;
      aside.set(sign, { start, end, encoding });
      pieces.push(Buffer.from(`${encoding === 'base64' ? Buffer.from(sign).toString('base64') : sign}\r\n`));
    } else {
      head(header, false);
      pieces.push(raw.subarray(start, end));
    }
  };

  const part = (at: number, end: number, depth: number): void => {
    const header = readHeader(raw, at, end);
    const type = valueOf(header, 'content-type');
    const boundary = /^multipart\//i.test(type) ? boundaryOf(type) : '';
    if (!boundary) return leaf(header, type, end);
    if (depth >= DEPTH) {
      cut.add('nesting');
      return;
    }
    head(header, false);
    const lines = delimiters(raw, header.body, end, boundary, PARTS - parts + 1);
    for (const [i, line] of lines.entries()) {
      if (++parts > PARTS) {
        cut.add('parts');
        break;
      }
      pieces.push(Buffer.from(`--${boundary}${line.closes ? '--' : ''}\r\n`, 'latin1'));
      if (line.closes) return;
      // The line break before a delimiter belongs to it (RFC 2046 5.1.1).
      const next = lines[i + 1]?.at ?? end;
      part(line.behind, next, depth + 1);
      pieces.push(Buffer.from('\r\n'));
    }
  };
  part(0, raw.length, 0);
  return { small: Buffer.concat(pieces), aside, cut: [...cut] };
}

interface Delimiter {
  at: number;
  behind: number;
  closes: boolean;
}

/** The lines that part a multipart body (RFC 2046 5.1.1), at most `most` of them; none behind the one that closes it. */
function delimiters(raw: Buffer, start: number, end: number, boundary: string, most: number): Delimiter[] {
  const sign = Buffer.from(`--${boundary}`, 'latin1');
  const found: Delimiter[] = [];
  for (let at = start; found.length < most;) {
    const hit = raw.indexOf(sign, at);
    if (hit < 0 || hit >= end) break;
    at = hit + sign.length;
    if (hit > start && raw[hit - 1] !== LF) continue;
    const next = raw.indexOf(LF, at);
    const behind = next < 0 || next > end ? end : next + 1;
    const rest = raw.toString('latin1', at, Math.min(behind, at + 100)).trim();
    if (rest !== '' && rest !== '--') continue;
    found.push({ at: hit, behind, closes: rest === '--' });
    if (rest === '--') break;
    at = behind;
  }
  return found;
}

/** Where the text that is shown ends: so many bytes, so many lines. */
function shownEnd(raw: Buffer, start: number, end: number): number {
  const most = Math.min(end, start + TEXT_BYTES);
  let at = start;
  for (let lines = 0; lines < TEXT_LINES; lines++) {
    const next = raw.indexOf(LF, at);
    if (next < 0 || next >= most) return most;
    at = next + 1;
  }
  return at;
}

/** The content of a part whose body stood aside. */
export function contentAt(raw: Buffer, { start, end, encoding }: PartRange): Buffer {
  // The line break before a delimiter belongs to it (RFC 2046 5.1.1).
  const breakBefore = end === raw.length || raw[end - 1] !== LF ? 0 : raw[end - 2] === CR ? 2 : 1;
  const body = raw.subarray(start, end - breakBefore);
  if (encoding === 'base64') return Buffer.from(body.toString('latin1'), 'base64');
  if (encoding === 'quoted-printable') return fromQuotedPrintable(body);
  return body;
}

/** RFC 2045 6.7. */
function fromQuotedPrintable(body: Buffer): Buffer {
  const out = Buffer.alloc(body.length);
  let length = 0;
  for (let i = 0; i < body.length; i++) {
    if (body[i] !== 0x3d) {
      out[length++] = body[i]!;
      continue;
    }
    const code = body.toString('latin1', i + 1, i + 3);
    if (/^[0-9a-f]{2}$/i.test(code)) {
      out[length++] = parseInt(code, 16);
      i += 2;
    } else if (body[i + 1] === LF) i += 1;
    else if (body[i + 1] === CR && body[i + 2] === LF) i += 2;
    else out[length++] = body[i]!;
  }
  return out.subarray(0, length);
}
