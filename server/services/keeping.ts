import type { Attachment, Keeping } from '#shared/types/wire';
import type { KeepRequest, SentLetter } from '#shared/schemas/message';
import { addressKey, type Mailbox } from '#core/message/address';
import { signatureTexts } from '#core/note/signature';
import { proposedName } from '#core/library/name';
import { bareSubject } from '#core/message/subject';
import { docFromText, emptyDoc } from '#core/note/schema';
import { fileSize } from '#core/number/size';
import { ownAddressKeys } from '../db/repositories/mailboxes';
import { latestSources } from '../db/repositories/messageSources';
import { noteRows } from '../db/repositories/notes';
import { runTask } from '../work/pool';
import { readSettings } from './accounts';
import type { Application } from './application';
import { safeFileName, storeFile } from './files';
import { phrase, type Phrase } from '#core/text/phrase';

/** So many messages sent last are looked through, as far as they are not longer together. */
const LATEST = 100;
const LATEST_BYTES = 5_000_000;

/** In how many of the messages sent last much the same was written by hand as in a letter that was just sent. */
export async function writtenBefore(
  { db }: Application,
  owner: string,
  { text, notes, message }: SentLetter,
): Promise<number> {
  const [raws, rows] = await Promise.all([
    latestSources(db, owner, 'sent', LATEST, LATEST_BYTES, message),
    noteRows(db, owner, notes),
  ]);
  return runTask('before', { raws, text, notes: rows.map(({ bodyText }) => bodyText) });
}

const CUT = {
  long: phrase('keeping.long'),
  deep: phrase('keeping.deep'),
};

/**
 * What the bytes of a message, or a selected part of it, give for a note: its wording without the signature and the
 * history, its subject, copies, attachments and pictures. Files are kept at once, by their content; what no note names in
 * the end goes again.
 */
export async function keepingOf(
  app: Application,
  owner: string,
  raw: Buffer,
  { html, text }: KeepRequest = {},
): Promise<Keeping> {
  const settings = await readSettings(app, owner);
  const own = await ownAddressKeys(app.db, owner);
  const signatures = signatureTexts(settings);
  const wording = await runTask('wording', { raw, html, text, signatures });
  const { derived } = wording;
  const isMine = derived.from.some(({ address }) => own.has(addressKey(address)));
  const remarks: Phrase[] = [];
  if (wording.picturesLeft) remarks.push(phrase('keeping.picturesLeft', { count: wording.picturesLeft }));
  if (wording.cut) remarks.push(CUT[wording.cut]);
  for (const part of wording.pictures) await storeFile(app, owner, { ...part, content: Buffer.from(part.content) });
  const attachments: Attachment[] = [];
  for (const part of wording.attachments) {
    const name = safeFileName(part.name);
    if (part.content.length > settings.attachmentLimit)
      remarks.push(
        phrase('keeping.attachmentLeft', {
          name,
          size: fileSize(part.content.length),
          limit: fileSize(settings.attachmentLimit),
        }),
      );
    else attachments.push(await storeFile(app, owner, { ...part, name, content: Buffer.from(part.content) }));
  }
  const isWhole = html === undefined && text === undefined;
  const bare = bareSubject(derived.subject).slice(0, 900);
  const subject = isWhole ? bare : '';
  const others = (boxes: Mailbox[]) => boxes.filter(({ address }) => !own.has(addressKey(address)));
  return {
    name: proposedName(subject, wording.text) || bare,
    subject: subject ? docFromText(subject) : emptyDoc(),
    body: wording.own,
    signature: wording.signature,
    quoted: wording.quoted,
    cc: isMine && isWhole ? others(derived.cc) : [],
    bcc: isMine && isWhole ? others(derived.bcc) : [],
    attachments,
    remarks,
    person: (isMine ? others(derived.to)[0] : derived.from[0]) ?? null,
  };
}

/** The same for a message of the mailbox. */
export async function keepingOfMessage(
  app: Application,
  owner: string,
  id: string,
  part: KeepRequest,
): Promise<Keeping> {
  const { raw } = await app.mail(owner).get(id);
  return keepingOf(app, owner, raw, part);
}
