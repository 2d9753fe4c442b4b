import { createHash } from 'node:crypto';
import type { Attachment, Keeping } from '#shared/types/wire';
import type { KeepRequest } from '#shared/schemas/message';
import { addressKey } from '../../core/message/address';
import { partsOf, partsOfText, signatureText } from '../../core/message/own';
import { bareSubject, proposedName } from '../../core/library/name';
import { docOf, readHtml, type ReadBlock } from '../../core/note/read';
import { docFromText, emptyDoc, parseDoc } from '../../core/note/schema';
import { toText } from '../../core/note/text';
import { fileSize } from '../../core/number/size';
import { accountById } from '../db/repositories/accounts';
import { parseMessage, type Derived } from '../mail/parse';
import { readSettings } from './accounts';
import type { Application } from './application';
import { pictureType, safeFileName, storeFile } from './files';

const orNull = (blocks: ReadBlock[]) => (blocks.length ? docOf(blocks) : null);

/** The part of a message a picture of its HTML stands for: by its Content-ID (RFC 2392), or by the address it is shown at. */
function partOf({ attachments }: Derived, src: string): Derived['attachments'][number] | undefined {
  if (/^cid:/i.test(src)) {
    const id = src.slice(4);
    return attachments.find(({ contentId }) => contentId === id || contentId === safely(id));
  }
  const shown = /\/api\/messages\/\w+\/attachments\/(\d+)$/.exec(src);
  return shown ? attachments[Number(shown[1])] : undefined;
}

function safely(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}

const dataPicture = (src: string): Buffer | null => {
  const match = /^data:image\/(?:png|jpe?g|gif|webp);base64,([A-Za-z0-9+/=\s]+)$/i.exec(src);
  return match ? Buffer.from(match[1]!, 'base64') : null;
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
  const derived = await parseMessage(raw);
  const settings = await readSettings(app, owner);
  const own = (await accountById(app.db, owner))!.address;
  const isMine = derived.from.some(({ address }) => addressKey(address) === addressKey(own));
  const remarks: string[] = [];
  const wanted = new Map<string, { name: string; type: string; content: Buffer }>();
  const picture = (src: string) => {
    const part = partOf(derived, src);
    const content = part?.content ?? dataPicture(src);
    if (!content || !pictureType(content)) return null;
    const file = createHash('sha256').update(content).digest('hex');
    wanted.set(file, { name: part?.name ?? 'picture', type: part?.type ?? '', content });
    return { file };
  };
  const source = html ?? (text === undefined ? derived.html : '');
  const read = source ? readHtml(source, picture) : null;
  const signatures = [signatureText(settings.signature)];
  const parts = read ? partsOf(read.blocks, signatures, true) : partsOfText(text ?? derived.text, signatures);
  if (read?.picturesLeft)
    remarks.push(
      `${read.picturesLeft === 1 ? 'A picture that stands' : `${read.picturesLeft} pictures that stand`} elsewhere could not be taken along.`,
    );
  const body = docOf(parts.own);
  const inBody = new Set(JSON.stringify([body, parts.signature, parts.quoted]).match(/[0-9a-f]{64}/g));
  for (const [file, part] of wanted) if (inBody.has(file)) await storeFile(app, owner, part);
  const attachments: Attachment[] = [];
  if (html === undefined && text === undefined) {
    for (const part of derived.attachments) {
      if (part.inline && derived.html) continue;
      const name = safeFileName(part.name);
      if (part.content.length > settings.attachmentLimit)
        remarks.push(
          `“${name}” is ${fileSize(part.content.length)}, more than an attachment may have (${fileSize(settings.attachmentLimit)}, Settings), and was left out.`,
        );
      else attachments.push(await storeFile(app, owner, { ...part, name }));
    }
  }
  const subject = bareSubject(derived.subject).slice(0, 900);
  const others = (boxes: Derived['cc']) => boxes.filter(({ address }) => addressKey(address) !== addressKey(own));
  return {
    name: proposedName(html !== undefined || text !== undefined ? '' : subject, toText(parseDoc(body))) || subject,
    subject: subject && html === undefined && text === undefined ? docFromText(subject) : emptyDoc(),
    body,
    signature: orNull(parts.signature),
    quoted: orNull(parts.quoted),
    cc: isMine && !html && !text ? others(derived.cc) : [],
    bcc: [],
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
  const { raw } = await app.mailbox(owner).get(id);
  return keepingOf(app, owner, raw, part);
}
