import { blanksFromBrackets } from '#core/library/brackets';
import type { ImportFile } from '#shared/schemas/bundle';
import { looksLikeMessage } from '../../mail/parse';
import { runFileTask } from '../../work/pool';
import { readSettings } from '../accounts';
import type { Application } from '../application';
import { UserError } from '../errors';
import { storeFile } from '../files';
import { keepingOf } from '../keeping';
import { blankNote, breathe, type Fresh, type StagedNote } from './brought';
import { phrase } from '#core/text/phrase';

/**
 * What a file of any kind brings. Files that came inside are kept at once, by their content.
 * @throws UserError when it is empty or of a kind that holds no notes
 */
export async function readFile(
  app: Application,
  owner: string,
  { name, of }: ImportFile,
  content: Buffer,
): Promise<Fresh[]> {
  if (!content.length) throw new UserError(phrase('importing.emptyFile'));
  const ending = /\.([a-z]+)$/i.exec(name)?.[1]?.toLowerCase() ?? '';
  if (of === 'notes' && (ending === 'eml' || (ending === '' && looksLikeMessage(content))))
    return readMessage(app, owner, name, content);
  const { attachmentLimit } = await readSettings(app, owner);
  const fileLimit = Math.max(attachmentLimit, 25_000_000);
  const { portions, files, problem } = await runFileTask('readNotes', { name, content, fileLimit, of });
  if (problem) throw new UserError(problem);
  for (const { type, content: bytes } of files)
    await storeFile(app, owner, { name: 'file', type, content: Buffer.from(bytes) });
  const items: Fresh[] = [];
  for (const portion of portions) {
    items.push(...(JSON.parse(new TextDecoder().decode(portion)) as Fresh[]));
    await breathe();
  }
  return items;
}

async function readMessage(app: Application, owner: string, name: string, content: Buffer): Promise<Fresh[]> {
  if (!looksLikeMessage(content)) throw new UserError(phrase('importing.noMessage'));
  const keeping = await keepingOf(app, owner, content);
  const { name: noteName, subject, body, cc, bcc, attachments, signature, quoted, remarks } = keeping;
  const all = {
    name: noteName || name,
    cc,
    bcc,
    attachments,
    subject: blanksFromBrackets(subject),
    body: blanksFromBrackets(body),
  };
  const note: StagedNote = { ...blankNote(all), left: { signature, quoted }, remarks };
  return [{ kind: 'note', name: all.name, content: note }];
}
