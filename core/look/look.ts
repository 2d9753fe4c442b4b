import type { Node } from '@tiptap/pm/model';
import { marksIn } from '../blank/find/inDoc';
import { openPlaces } from '../blank/places';
import { addressProblem, type Mailbox } from '../message/address';
import { phrase, type Phrase } from '../text/phrase';

/** Where in a draft something was seen. */
export interface LookPlace {
  part: 'to' | 'cc' | 'bcc' | 'subject' | 'body';
  /** Position in the document of the part; absent for recipients. */
  pos?: number;
  /** Where it ends, when it is a stretch of text. */
  to?: number;
}

/** Something the last look sees. A `stop` holds the message back. */
export interface Finding {
  kind: 'no-recipient' | 'bad-address' | 'open-blank' | 'open-mark' | 'nothing-written' | 'no-subject';
  stop: boolean;
  words: Phrase;
  place: LookPlace;
  /** The mark made by hand that is meant. */
  mark?: string;
  /** The open blank that is meant. */
  blank?: { insertion: string; label: string };
}

/** What of a draft the last look looks at. */
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
export function lastLook(draft: LookedAt): Finding[] {
  const findings: Finding[] = [];
  const all = (['to', 'cc', 'bcc'] as const).flatMap((part) => draft[part].map((box) => ({ part, box })));
  if (!all.length) {
    findings.push({
      kind: 'no-recipient',
      stop: true,
      words: phrase('look.noRecipient'),
      place: { part: 'to' },
    });
  }
  for (const { part, box } of all) {
    const problem = addressProblem(box.address);
    if (!problem) continue;
    findings.push({
      kind: 'bad-address',
      stop: true,
      words: phrase('look.badAddress', { address: box.address, problem }),
      place: { part },
    });
  }
  for (const part of ['subject', 'body'] as const) {
    for (const { from, label, insertion } of openPlaces(draft[part])) {
      findings.push({
        kind: 'open-blank',
        stop: true,
        words: phrase('look.openBlank', { label }),
        place: { part, pos: from },
        blank: { insertion, label },
      });
    }
  }
  for (const part of ['subject', 'body'] as const) {
    for (const { from, to, text } of marksIn(draft[part])) {
      if (draft.asIs?.includes(text)) continue;
      findings.push({
        kind: 'open-mark',
        stop: true,
        words: phrase('look.openMark', { text }),
        place: { part, pos: from, to },
        mark: text,
      });
    }
  }
  if (!draft.subject.textContent.trim() && !openPlaces(draft.subject).length) {
    findings.push({ kind: 'no-subject', stop: false, words: phrase('look.noSubject'), place: { part: 'subject' } });
  }
  if (!draft.body.textContent.trim() && !openPlaces(draft.body).length) {
    findings.push({
      kind: 'nothing-written',
      stop: false,
      words: phrase('look.nothingWritten'),
      place: { part: 'body', pos: 0 },
    });
  }
  return findings;
}
