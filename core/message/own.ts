import type { DocJson } from '../note/schema';
import { blockText, readText, type ReadBlock } from '../reading/block';
import type { Node } from '@tiptap/pm/model';
import { fold } from '../text/fold';
import { isClosing, isContact, isDeviceLine, isNotice } from './closing';
import { HEADER_FIELDS, isAttribution, isSeparator, isShortAttribution } from './history';
import { unwrapped } from './unwrap';

/** A message in its three parts, each in the order of its blocks. */
export interface Parts {
  own: ReadBlock[];
  signature: ReadBlock[];
  quoted: ReadBlock[];
}

type Part = 'own' | 'signature' | 'quoted';

interface Line {
  /** What tells what the line is; of a long one the beginning, closed by a sign that ends none of the forms looked for. */
  text: string;
  quote: number;
  hint: ReadBlock['hint'];
  rule: boolean;
  part: Part;
}

/** So many lines of a message are looked at to tell what they are. */
const LINES = 20_000;
/** No attribution, header field or signature line is longer. */
const LINE_LENGTH = 500;
const lineText = (text: string) => (text.length > LINE_LENGTH ? `${text.slice(0, LINE_LENGTH)}…` : text);

const isBlank = (line: Line | undefined) => Boolean(line && !line.text.trim() && !line.rule);

/** The next line at or after `at` that is not empty; the number of lines when there is none. */
function nextWritten(lines: Line[], at: number): number {
  while (at < lines.length && (isBlank(lines[at]) || lines[at]!.rule)) at++;
  return at;
}
function lastWritten(lines: Line[], at: number): number {
  while (at >= 0 && (isBlank(lines[at]) || lines[at]!.rule)) at--;
  return at;
}

function mark(lines: Line[], from: number, to: number, part: Part): void {
  for (let i = from; i < to; i++) lines[i]!.part = part;
}

const DATED = /\d.*\d/;

/** The first line of an attribution that ends at `end` (it may be wrapped onto three lines); -1 when there is none. */
function attributionBefore(lines: Line[], end: number): number {
  let text = '';
  let found = -1;
  for (let from = end; from >= 0 && from > end - 3; from--) {
    const line = lines[from]!;
    if (isBlank(line) || line.quote || (found >= 0 && /[.!?:]\s*$/.test(line.text))) break;
    // What is above a whole attribution belongs to it only when the date is still missing.
    if (found >= 0 && DATED.test(text)) break;
    text = `${line.text.trim()} ${text}`.trim();
    if (isAttribution(text) && (found < 0 || DATED.test(text))) found = from;
  }
  return found;
}

/** A block of header fields such as clients put above what they quote or forward; the line behind it, or -1. */
function headerBlock(lines: Line[], from: number, announced: boolean): number {
  const seen = new Map<string, string>();
  let at = from;
  let misses = 0;
  for (; at < lines.length && at < from + 14; at++) {
    if (isBlank(lines[at])) {
      if (seen.size >= 3) break;
      continue;
    }
    const match = /^[*_\s]*([\p{L}\p{M} .'-]{1,24}?)[*_\s]*[:：][*_]*\s*(.*)$/u.exec(lines[at]!.text);
    const field = match && HEADER_FIELDS.get(match[1]!.trim().toLowerCase());
    if (field) seen.set(field, match[2]!);
    else if (!seen.size || ++misses > 2) break;
  }
  if (!seen.has('from')) return -1;
  const sent = seen.get('date') ?? '';
  const dated = /\d/.test(sent);
  const addressed = /@|\[/.test(seen.get('from')!);
  const whole = seen.has('subject') && dated;
  return whole || (announced && seen.size >= 2) || (addressed && dated && seen.has('to')) ? at : -1;
}

/** Everything from a separator or a block of header fields on is history. */
function cutHistoryBelow(lines: Line[]): void {
  for (let i = 0; i < lines.length; i++) {
    const line = lines[i]!;
    if (isBlank(line)) continue;
    const separator = !line.quote && isSeparator(line.text);
    const ruled = line.rule || /^[_=-]{10,}\s*$/.test(line.text.trim());
    const head = separator || ruled ? nextWritten(lines, i + 1) : i;
    const block = head < lines.length ? headerBlock(lines, head, separator) : -1;
    if (separator || block >= 0) return mark(lines, i, lines.length, 'quoted');
  }
}

/** What the markup calls history, and the attribution above it. */
function cutHinted(lines: Line[]): void {
  for (let i = 0; i < lines.length; i++) {
    if (lines[i]!.hint !== 'quote') continue;
    let end = i;
    while (end < lines.length && (lines[end]!.hint === 'quote' || isBlank(lines[end]))) end++;
    // A name alone is no proof: what is called a quotation must be quoted, introduced or stand last.
    const above = lastWritten(lines, i - 1);
    const attribution = above >= 0 ? attributionBefore(lines, above) : -1;
    const stands = lines.slice(i, end).some(({ quote }) => quote > 0);
    const inside = lines.slice(i, end).some(({ text }) => isAttribution(text) || isSeparator(text));
    const last = nextWritten(lines, end) >= lines.length;
    if (stands || inside || attribution >= 0 || (last && above >= 0)) {
      mark(lines, attribution >= 0 ? attribution : i, end, 'quoted');
    }
    i = end;
  }
}

/** Runs of quoted lines: below an attribution, at the end, at the beginning, or between answers to them. */
function cutQuotedRuns(lines: Line[], markup: boolean): void {
  let attributed = lines.some(({ part }) => part === 'quoted');
  for (let i = 0; i < lines.length; i++) {
    if (!lines[i]!.quote || lines[i]!.part === 'quoted') continue;
    let end = i;
    while (end < lines.length && (lines[end]!.quote || (isBlank(lines[end]) && (lines[end + 1]?.quote ?? 0) > 0)))
      end++;
    const above = lastWritten(lines, i - 1);
    const isLast = nextWritten(lines, end) >= lines.length || lines[nextWritten(lines, end)]!.part === 'quoted';
    const start = above >= 0 && lines[above]!.part === 'own' ? attributionBefore(lines, above) : -1;
    const named = above >= 0 && isShortAttribution(lines[above]!.text) && (isLast || attributed);
    if (start >= 0 || named) {
      mark(lines, start >= 0 ? start : above, end, 'quoted');
      attributed = true;
    } else if (attributed) mark(lines, i, end, 'quoted');
    // A quotation with nothing to say whose it is may be the writer's own, most of all where markup sets it off.
    else if (!markup && (isLast ? above >= 0 : above < 0)) mark(lines, i, end, 'quoted');
    i = end;
  }
}

/** The longest signature below two dashes without the space that RFC 3676 asks for. */
const LONGEST_SIGNATURE = 10;

/** A sentence of a letter, which no line of a signature is: it ends with a stop, and has words that begin small. */
function isSentence(text: string): boolean {
  const line = text.trim();
  if (line.length > 90) return true;
  if (/[。！？]["'”’」』]?$/u.test(line)) return line.length >= 8;
  if (!/[.!?…]["'”’)]?$/.test(line)) return false;
  const words = line.split(/\s+/);
  return words.length >= 3 && words.filter((word) => /^\p{Ll}/u.test(word)).length >= 2;
}

/** Names and what belongs to them, as they stand in a signature: short, and most words begin large. */
function isName(text: string): boolean {
  const words = text.trim().split(/\s+/);
  if (words.length > 6 || text.length > 60 || /[.!?;]$/.test(text.trim())) return false;
  const large = words.filter((word) => /^[^\p{L}]*\p{Lu}/u.test(word)).length;
  return large * 2 >= words.filter((word) => /\p{L}/u.test(word)).length && large > 0;
}

/** What stands below the dashes of RFC 3676 4.3, and what the markup calls a signature. */
function cutSignature(lines: Line[]): void {
  const isOwn = (line: Line) => line.part === 'own';
  for (let i = 0; i < lines.length; i++) {
    if (!isOwn(lines[i]!)) continue;
    if (lines[i]!.hint === 'signature') {
      if (lastWritten(lines, i - 1) >= 0) lines[i]!.part = 'signature';
      continue;
    }
    if (!/^--\s?$/.test(lines[i]!.text)) continue;
    let end = i + 1;
    while (end < lines.length && isOwn(lines[end]!) && !/^--\s?$/.test(lines[end]!.text)) end++;
    if (end < lines.length && isOwn(lines[end]!)) continue;
    const written = lines.slice(i + 1, end).filter((line) => !isBlank(line));
    const exact = lines[i]!.text === '-- ';
    const plain = written.filter(({ text }) => !isNotice(text));
    const sentences = plain.filter(({ text }) => isSentence(text)).length;
    // Dashes may divide a letter, most of all without the space; they count only above what can be nothing else.
    const counts = exact
      ? written.length <= 3 * LONGEST_SIGNATURE && sentences <= 3 && !plain.some(({ text }) => isClosing(text))
      : plain.length <= LONGEST_SIGNATURE &&
        !sentences &&
        (plain.some(({ text }) => isContact(text)) || plain.every(({ text }) => isName(text)));
    if (counts) mark(lines, i, end, 'signature');
  }
}

/** The lines of one's own that hold anything, with their numbers. */
const keptLines = (lines: Line[]) =>
  lines.map((line, i) => ({ line, i })).filter(({ line }) => line.part === 'own' && line.text.trim());

/** What offices and telephones put under every message by themselves: notices, and the line that names a telephone. */
function cutNotices(lines: Line[]): void {
  const kept = keptLines(lines);
  while (kept.length > 1) {
    const { line } = kept.pop()!;
    if (!isNotice(line.text) && !isDeviceLine(line.text)) return;
    line.part = 'signature';
  }
}

/** How many lines below a name are looked at. */
const LONGEST_BLOCK = 12;

/** Below the closing of a letter and a name: what the firm is called, where it is and how it is reached. */
function cutContacts(lines: Line[]): void {
  const kept = keptLines(lines);
  const closing = kept.findLastIndex(({ line }) => isClosing(line.text));
  const block = kept.slice(closing + 2);
  if (closing < 0 || !block.length || block.length > LONGEST_BLOCK) return;
  const isRule = (text: string) => /^[\s_=*–—-]+$/.test(text);
  const fits = ({ line: { text } }: (typeof block)[number]) =>
    isContact(text) || isRule(text) || (!isSentence(text) && isLineOfBlock(text));
  if (!block.every(fits) || !block.some(({ line }) => isContact(line.text))) return;
  mark(lines, block[0]!.i, block.at(-1)!.i + 1, 'signature');
}

/** A line between name and telephone: of few words, beginning large or with a figure, and no part of a sentence. */
function isLineOfBlock(text: string): boolean {
  const line = text.trim();
  return (
    line.length <= 70 &&
    line.split(/\s+/).length <= 7 &&
    /^[\p{Lu}\p{Lo}\d"“]/u.test(line) &&
    !/[.!?,;]$/.test(line) &&
    isName(line.replace(/\d+/g, 'N'))
  );
}

/** The account's own signature, where the message ends or the history begins. */
function cutKnownSignature(lines: Line[], signatures: string[]): void {
  const kept = keptLines(lines);
  for (const wanted of signatures.map(fold).filter(Boolean)) {
    for (let from = kept.length - 1; from > 0; from--) {
      const tail = fold(
        kept
          .slice(from)
          .map(({ line }) => line.text)
          .join(' '),
      );
      if (tail.length > wanted.length) break;
      if (tail === wanted) return mark(lines, kept[from]!.i, lines.length, 'signature');
    }
  }
}

/**
 * Tells what somebody wrote now from the signature under it and from the history quoted around it. Precision comes first:
 * what is not clearly a signature or history stays, and a message that would be left empty stays whole.
 * Rules: quotation marks of RFC 3676 4.5, the signature line of 4.3; attributions, separators and header blocks as mail
 * programs write them in many languages (common practice, no source).
 * @param blocks as `readHtml` and `readText` give them
 * @param signatures the account's own, as plain text
 */
export function partsOf(blocks: ReadBlock[], signatures: string[] = [], markup = false): Parts {
  const lines: Line[] = blocks.slice(0, LINES).map(({ node, quote, hint, rule }) => {
    const text = lineText(blockText(node));
    return { text, quote: quote || (/^>+/.exec(text)?.[0].length ?? 0), hint, rule, part: 'own' };
  });
  cutHistoryBelow(lines);
  cutHinted(lines);
  cutQuotedRuns(lines, markup);
  cutSignature(lines);
  // What was marked history by its end may follow on a signature: the lines between are marked already.
  const before = lines.map(({ part }) => part);
  cutNotices(lines);
  cutKnownSignature(lines, signatures);
  cutContacts(lines);
  lines.forEach((line, i) => (line.part = before[i] === 'quoted' ? 'quoted' : line.part));
  if (!lines.some(({ part, text }) => part === 'own' && text.trim()) && !hasPicture(blocks, lines)) {
    return { own: blocks.filter(({ rule }) => !rule), signature: [], quoted: [] };
  }
  // What was not looked at stays with what it follows.
  const partAt = (i: number) => (lines[i] ?? lines.at(-1)!).part;
  const of = (part: Part) => blocks.filter(({ rule }, i) => partAt(i) === part && !rule);
  return { own: of('own'), signature: of('signature'), quoted: of('quoted') };
}

/**
 * The same for plain text. Its lines are put back into paragraphs only after it was told apart, since a program broke a
 * quoted header block too, and joined lines no longer show it.
 */
export function partsOfText(text: string, signatures: string[] = []): Parts {
  const { own, signature, quoted } = partsOf(readText(text), signatures);
  return { own: readText(unwrapped(own.map(({ node }) => blockText(node)).join('\n'))), signature, quoted };
}

const hasPicture = (blocks: ReadBlock[], lines: Line[]) =>
  blocks.some(({ node }, i) => lines[i]?.part === 'own' && JSON.stringify(node).includes('"type":"picture"'));

/** The parts of a document that holds no history: a draft, or what was selected in one. */
export function partsOfDoc(doc: Node, signatures: string[]): Parts {
  const blocks: ReadBlock[] = [];
  doc.forEach((node) => blocks.push({ node: node.toJSON() as DocJson, quote: 0, hint: null, rule: false }));
  return partsOf(blocks, signatures);
}
