import type { Draft, Keeping } from '#shared/types/wire';
import { emptyNote, type NoteInput } from '#shared/schemas/note';
import type { Node } from '@tiptap/pm/model';
import type { Origin } from '#core/blank/find/candidate';
import { proposedName } from '#core/library/name';
import { bareSubject } from '#core/message/subject';
import type { Mailbox } from '#core/message/address';
import { partsOfDoc } from '#core/message/own';
import { notesOf } from '#core/blank/fill';
import { ownShare } from '#core/near/ownShare';
import { words } from '#core/search/words';
import { docOf } from '#core/reading/block';
import { docFromText, parseDoc, type DocJson } from '#core/note/schema';
import { toLine, toText } from '#core/note/text';
import { splitName } from '#core/person/name';
import { unfilled } from '#core/wording/unfilled';
import type { Person } from '#shared/types/person';

/** What a draft, or a selected part of it, gives for a note: its values turned back into their blanks. */
export function keepingOfDraft(draft: Draft, body: Node, isPart: boolean, signatures: string[]): Keeping {
  const doc = unfilled(parseDoc(body.toJSON()), draft.fills);
  const { own, signature: cut } = partsOfDoc(doc, signatures);
  const kept = docOf(own);
  const subjectDoc = unfilled(parseDoc(draft.subject), draft.fills);
  const subject = toLine(subjectDoc);
  const isPlain = !JSON.stringify(subjectDoc.toJSON()).includes('"blank"');
  const whole = !isPart;
  return {
    name: proposedName(whole ? subject : '', toText(parseDoc(kept))),
    subject: whole ? (isPlain ? docFromText(bareSubject(subject)) : (subjectDoc.toJSON() as DocJson)) : docFromText(''),
    body: kept,
    signature: cut.length ? docOf(cut) : null,
    quoted: null,
    cc: whole ? draft.cc : [],
    bcc: whole ? draft.bcc : [],
    attachments: whole ? draft.attachments : [],
    remarks: [],
    person: draft.to[0] ?? null,
  };
}

/** A letter of fewer words is written again as quickly as it is found. */
const FEW_WORDS = 25;

/** What a letter says, its values turned back into their blanks. */
export const textOfLetter = (draft: Draft): string => toText(unfilled(parseDoc(draft.body), draft.fills));

/**
 * Whether a letter was mostly written by hand, so that it may be worth a note.
 * @param wordingOf the wording of a note in the library
 */
export function isMostlyOwn(draft: Draft, wordingOf: (note: string) => string | undefined): boolean {
  const text = textOfLetter(draft);
  if (words(text).length < FEW_WORDS) return false;
  const wordings = notesOf(draft.fills).flatMap((id) => wordingOf(id) ?? []);
  return ownShare(text, wordings) > 0.5;
}

/** What is to be kept, as a note. */
export function noteOf({ name, subject, body, cc, bcc, attachments }: Keeping): NoteInput {
  return { ...emptyNote(name), subject, body, cc, bcc, attachments };
}

/** Who wording was written to or by, for finding what of it changes from client to client. */
export function originOf(box: Mailbox | null, person: Person | null): Origin {
  const named = splitName(box?.name ?? '');
  return {
    firstName: person?.firstName || named.firstName,
    lastName: person?.lastName || named.lastName,
    fullName: person?.fullName || named.fullName,
    company: person?.company ?? '',
    address: box?.address ?? '',
  };
}
