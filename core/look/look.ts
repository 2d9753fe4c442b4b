import type { Node } from '@tiptap/pm/model';
import { marksIn } from '../blank/inDoc';
import { openPlaces } from '../blank/places';
import { addressProblem, type Mailbox } from '../message/address';

/** Where in a draft something was seen. */
export interface LookPlace {
  part: 'to' | 'cc' | 'bcc' | 'subject' | 'body';
  /** Position in the document of the part; absent for recipients. */
  pos?: number;
  /** Where it ends, when it is a stretch of text. */
  to?: number;
}

/** Something the last look sees. A `stop` holds the message back. */
export interface Sight {
  code: 'no-recipient' | 'bad-address' | 'open-blank' | 'open-mark' | 'nothing-written' | 'no-subject';
  stop: boolean;
  message: string;
  place: LookPlace;
  /** The mark made by hand that is meant. */
  mark?: string;
}

export interface LookedAt {
  to: Mailbox[];
  cc: Mailbox[];
  bcc: Mailbox[];
  subject: Node;
  body: Node;
  /** Marks that are meant as they stand. */
  asIs?: string[];
}

/** The checks before a message leaves, in the order a reader meets their places. Empty when nothing is to be said. */
export function lastLook(draft: LookedAt): Sight[] {
  const sights: Sight[] = [];
  const all = (['to', 'cc', 'bcc'] as const).flatMap((part) => draft[part].map((box) => ({ part, box })));
  if (!all.length) {
    sights.push({ code: 'no-recipient', stop: true, message: 'Nobody is named to send it to', place: { part: 'to' } });
  }
  for (const { part, box } of all) {
    const problem = addressProblem(box.address);
    if (!problem) continue;
    sights.push({
      code: 'bad-address',
      stop: true,
      message: `"${box.address}" cannot be an address: ${problem}`,
      place: { part },
    });
  }
  for (const part of ['subject', 'body'] as const) {
    for (const { from, label } of openPlaces(draft[part])) {
      sights.push({
        code: 'open-blank',
        stop: true,
        message: `"${label}" is still open`,
        place: { part, pos: from },
      });
    }
  }
  for (const part of ['subject', 'body'] as const) {
    for (const { from, to, text } of marksIn(draft[part])) {
      if (draft.asIs?.includes(text)) continue;
      sights.push({
        code: 'open-mark',
        stop: true,
        message: `“${text}” looks unfinished`,
        place: { part, pos: from, to },
        mark: text,
      });
    }
  }
  if (!draft.subject.textContent.trim() && !openPlaces(draft.subject).length) {
    sights.push({ code: 'no-subject', stop: false, message: 'The subject is empty', place: { part: 'subject' } });
  }
  if (!draft.body.textContent.trim() && !openPlaces(draft.body).length) {
    sights.push({
      code: 'nothing-written',
      stop: false,
      message: 'Nothing is written yet',
      place: { part: 'body', pos: 0 },
    });
  }
  return sights;
}
