import type { Import } from '#shared/types/wire';
import type { ImportChoices, ImportFile, LeftPart } from '#shared/schemas/bundle';
import { newId } from '../../db/id';
import {
  dropImport,
  importById,
  insertImport,
  itemAt,
  openImports,
  setChoice,
  setContent,
  sourcesOf,
  type StagedItem,
} from '../../db/repositories/imports';
import type { Application } from '../application';
import { notFound, UserError } from '../errors';
import { bodyOf, reason, type Fresh, type StagedNote } from './brought';
import { stage } from './compare';
import { readFile } from './files';
import { phrase } from '#core/text/phrase';

/** Begins an import: files are read into it, looked over, and taken only then. */
export async function beginImport(app: Application, owner: string): Promise<Import> {
  const id = newId();
  await insertImport(app.db, owner, id, app.now());
  return { id, state: 'open', createdAt: app.now(), items: [] };
}

export async function readImport({ db }: Application, owner: string, id: string): Promise<Import> {
  const found = await importById(db, owner, id);
  if (!found) throw notFound('import');
  return found;
}

export function readOpenImports({ db }: Application, owner: string) {
  return openImports(db, owner);
}

export async function readImportItem(
  { db }: Application,
  owner: string,
  id: string,
  position: number,
): Promise<StagedItem> {
  const item = await itemAt(db, owner, id, position);
  if (!item) throw notFound('importItem');
  const note = item.content as StagedNote;
  return item.kind === 'note' ? { ...item, content: { ...note, body: bodyOf(note) } } : item;
}

/** Puts what was left out of a message back into its note, or leaves it out again. */
export async function putBackInImport(
  app: Application,
  owner: string,
  id: string,
  position: number,
  { part, back }: { part: LeftPart; back: boolean },
): Promise<StagedItem> {
  const item = await itemAt(app.db, owner, id, position);
  const note = item?.content as StagedNote | undefined;
  if (item?.kind !== 'note' || item.state !== 'waiting' || !note?.left?.[part]) throw notFound('importItem');
  const others = (note.back ?? []).filter((other) => other !== part);
  await setContent(app.db, owner, id, position, { ...note, back: back ? [...others, part] : others });
  return readImportItem(app, owner, id, position);
}

/** Puts an import aside: what was taken stays, the rest is dropped. */
export async function leaveImport({ db }: Application, owner: string, id: string): Promise<void> {
  if (!(await dropImport(db, owner, id))) throw notFound('import');
}

export async function chooseForImport(
  app: Application,
  owner: string,
  id: string,
  choices: ImportChoices,
): Promise<Import> {
  await readImport(app, owner, id);
  // In their order, as a later one goes before an earlier one; those beside one another that are alike go together.
  let positions: number[] = [];
  for (const [i, { position, verdict = '', choice }] of choices.entries()) {
    if (position === undefined) await setChoice(app.db, owner, id, choice, { verdict });
    else positions.push(position);
    const next = choices[i + 1];
    if (next && next.position !== undefined && next.choice === choice) continue;
    if (positions.length) await setChoice(app.db, owner, id, choice, { positions });
    positions = [];
  }
  return readImport(app, owner, id);
}

/** The name of a file within an import: without its path, and with a number when another one is called the same. */
function ownName(path: string, others: Set<string>): string {
  const name = path.split(/[/\\]/).at(-1)!.slice(-200) || 'file';
  const at = name.lastIndexOf('.');
  const [stem, ending] = at > 0 ? [name.slice(0, at), name.slice(at)] : [name, ''];
  let own = name;
  for (let i = 2; others.has(own); i++) own = `${stem} (${i})${ending}`;
  return own;
}

/**
 * Reads a file into an import and compares what it brings with the library. Nothing of the library changes. A file that
 * cannot be read stands in the import as a problem, and does not keep the others out.
 */
export async function readIntoImport(
  app: Application,
  owner: string,
  id: string,
  file: ImportFile,
  content: Buffer,
): Promise<Import> {
  const { state } = await readImport(app, owner, id);
  if (state !== 'open') throw new UserError(phrase('importing.running'), 409);
  const full = await app.fullDisk();
  if (full) throw new UserError(full, 507, { code: 'full' });
  const name = ownName(file.name, await sourcesOf(app.db, owner, id));
  let fresh: Fresh[];
  try {
    fresh = await readFile(app, owner, { ...file, name }, content);
    if (!fresh.length) fresh = [{ kind: 'problem', name, content: null, problem: phrase('importing.nothingInFile') }];
  } catch (error) {
    fresh = [{ kind: 'problem', name, content: null, problem: reason(error) }];
  }
  await stage(app, owner, id, name, fresh);
  return readImport(app, owner, id);
}
