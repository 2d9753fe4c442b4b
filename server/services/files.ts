import { createHash } from 'node:crypto';
import type { Attachment } from '#shared/types/wire';
import { fileSize } from '#core/number/size';
import { contentOf } from '../mail/parse';
import { pictureType } from '../mail/picture';
import { runTask } from '../work/pool';
import { fileByDigest, insertFile, type StoredFile } from '../db/repositories/files';
import { readSettings } from './accounts';
import type { Application } from './application';
import { notFound, UserError } from './errors';
import { phrase } from '#core/text/phrase';

/** A file name without folders and signs that could mean something to a system. */
export function safeFileName(name: string): string {
  const last = name
    .split(/[/\\]/)
    .at(-1)!
    .replace(/[\u0000-\u001f\u007f<>:"|?*\u202a-\u202e\u2066-\u2069]/g, '_')
    .trim();
  return last.replace(/^\.+/, '').slice(-200) || 'file';
}

const typeOf = (type: string) =>
  /^[\w.+-]+\/[\w.+-]+$/.test(type) ? type.toLowerCase().slice(0, 100) : 'application/octet-stream';

/** Keeps bytes once under their digest. Nothing is measured against a limit here. */
export async function storeFile(
  app: Application,
  owner: string,
  { name, type, content }: { name: string; type: string; content: Buffer },
): Promise<Attachment> {
  const file = createHash('sha256').update(content).digest('hex');
  const kept = pictureType(content) ?? typeOf(type);
  await insertFile(app.db, owner, { file, type: kept, size: content.length, content }, app.now());
  return { file, name: safeFileName(name), type: kept, size: content.length };
}

/**
 * Keeps a picture or an attachment, within the limits of the account's settings.
 * @throws UserError 413 when it is larger, 422 when a picture is none.
 */
export async function keepFile(
  app: Application,
  owner: string,
  use: 'picture' | 'attachment',
  part: { name: string; type: string; content: Buffer },
): Promise<Attachment> {
  const { pictureLimit, attachmentLimit } = await readSettings(app, owner);
  const limit = use === 'picture' ? pictureLimit : attachmentLimit;
  if (!part.content.length) throw new UserError(phrase('file.empty', { name: part.name }));
  if (part.content.length > limit)
    throw new UserError(
      phrase(use === 'picture' ? 'file.largePicture' : 'file.largeAttachment', {
        name: part.name,
        size: fileSize(part.content.length),
        limit: fileSize(limit),
      }),
      413,
      { code: 'too-large' },
    );
  if (use === 'picture' && !pictureType(part.content))
    throw new UserError(phrase('file.noPicture', { name: part.name }));
  return storeFile(app, owner, part);
}

/** Keeps the files that came with a message, to go with another one. */
export async function filesOfMessage(app: Application, owner: string, id: string): Promise<Attachment[]> {
  const { raw } = await app.mail(owner).get(id);
  const { attachments, html } = await runTask('parse', { raw });
  const files: Attachment[] = [];
  for (const part of attachments.filter(({ inline }) => !inline || !html))
    files.push(await storeFile(app, owner, { ...part, content: contentOf(raw, part) }));
  return files;
}

export async function readFile({ db }: Application, owner: string, file: string): Promise<StoredFile> {
  const found = await fileByDigest(db, owner, file);
  if (!found) throw notFound('file');
  return found;
}
