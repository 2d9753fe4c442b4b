import type { Node } from '@tiptap/pm/model';
import type { ChangedFact } from '../../blank/changed';
import type { Day } from '../../calendar/day';
import type { Mailbox } from '../../message/address';
import type { SlipTable } from '../../slip/table';

/** What of a draft the last look looks at. */
export interface LookedAt {
  to: Mailbox[];
  cc: Mailbox[];
  bcc: Mailbox[];
  subject: Node;
  body: Node;
}

/** What it knows beside the draft. */
export interface LookFacts {
  mode: 'new' | 'reply' | 'reply-all' | 'forward';
  attachments: { name: string; size: number }[];
  /** The message that is answered; null in a new one. */
  original: { from: Mailbox[]; to: Mailbox[]; cc: Mailbox[]; subject: string; text: string } | null;
  /** Whose mailbox it is; `signature` is the text of the one that goes under the letter, empty for none. */
  me: { name: string; address: string; signature: string };
  /** People one has written with. */
  people: Mailbox[];
  today: Day;
  locale: string;
  /** Notes of this letter that were sent to the same person before, and when last (milliseconds since 1970). */
  sentBefore: { name: string; at: number }[];
  slips?: SlipTable;
  /** Which questions of the message are answered by notes that were put in; without it nobody asks for them. */
  answeredAsks?: number[];
  /** Facts from lookups that were changed since they were filled. */
  changedFacts?: ChangedFact[];
}

/** A line of the letter, and where it begins in the document. */
export interface Line {
  text: string;
  pos: number;
}

/** A letter made ready for being looked over. */
export interface Letter extends LookedAt, LookFacts {
  subjectText: string;
  lines: Line[];
  /** The lines in one text, with a line break between. */
  text: string;
}

/** So much of a letter, and of the message it answers, is looked over, in UTF-16 units. */
export const LOOKED_AT = 100_000;
/** And so much of a line: no sentence is longer. */
const LINE = 2_000;

/** The lines of a document. What is no text is one sign, so that places in a line are places in the document. */
function linesOf(doc: Node): Line[] {
  const lines: Line[] = [];
  let left = LOOKED_AT;
  doc.descendants((node, pos) => {
    if (left < 0 || /^(?:passageOut|stretchOut)$/.test(node.type.name)) return false;
    if (!node.isTextblock) return true;
    let text = '';
    node.forEach((child) => {
      text += child.isText ? child.text! : child.type.name === 'hardBreak' ? '\n' : '\ufffc'.repeat(child.nodeSize);
    });
    left -= text.length;
    let at = pos + 1;
    for (const line of text.split('\n')) {
      lines.push({ text: line.slice(0, LINE), pos: at });
      at += line.length + 1;
    }
    return false;
  });
  return lines;
}

/** Reads a draft once for all checks. */
export function letterOf(draft: LookedAt, facts: LookFacts): Letter {
  const lines = linesOf(draft.body);
  return {
    ...draft,
    ...facts,
    original: facts.original && { ...facts.original, text: facts.original.text.slice(0, LOOKED_AT) },
    lines,
    subjectText: linesOf(draft.subject)[0]?.text ?? '',
    text: lines.map(({ text }) => text).join('\n'),
  };
}

/** The lines in which something is written. */
export const written = ({ lines }: Letter): Line[] => lines.filter(({ text }) => text.trim());

/** A stretch of a line as a place. */
export const placeIn = ({ pos }: Line, from: number, length: number) =>
  ({ part: 'body', pos: pos + from, to: pos + from + length }) as const;
