import { ValidationError } from 'yup';
import type { Import, ImportRun, Note } from '#shared/types/wire';
import {
  bundleFileSchema,
  bundleLookupSchema,
  bundleNoteSchema,
  bundlePersonSchema,
  bundleSenderSchema,
  bundleShelfSchema,
  type BundleNote,
  type ImportChoices,
} from '#shared/schemas/bundle';
import type { LookupInput } from '#shared/schemas/lookup';
import { emptyNote, type NoteInput } from '#shared/schemas/note';
import type { Settings } from '#shared/schemas/settings';
import { blanksFromBrackets } from '../../core/library/brackets';
import { BundleError, openBundle, renamed } from '../../core/library/bundle';
import { readSingle } from '../../core/library/single';
import { notesOfTable } from '../../core/library/table';
import { decode, readTable } from '../../core/lookup/csv';
import { picturesIn } from '../../core/note/schema';
import { fileSize } from '../../core/number/size';
import { newId } from '../db/id';
import {
  countItems,
  dropImport,
  importById,
  insertImport,
  insertItems,
  itemAt,
  nextPosition,
  openImports,
  pinsOf,
  placesOf,
  setChoice,
  setImportState,
  settleItem,
  settleItems,
  waitingItems,
  type StagedItem,
} from '../db/repositories/imports';
import { insertLookup, listLookups, lookupById } from '../db/repositories/lookups';
import {
  cuesTaken,
  insertNotes,
  insertVersion,
  lockNote,
  notesNamed,
  pinnedIds,
  setPinOrder,
  updateNote,
  type NewNote,
} from '../db/repositories/notes';
import { addPerson, personByAddress, updatePerson } from '../db/repositories/people';
import { insertShelf, listShelves } from '../db/repositories/shelves';
import { looksLikeMessage } from '../mail/parse';
import { changeSettings, readSettings } from './accounts';
import type { Application } from './application';
import { notFound, UserError } from './errors';
import { storeFile } from './files';
import { keepingOf } from './keeping';
import { noteContent, wordingOf } from './notes';

/** A thing of a file, before it is compared with what is in the library. */
type Fresh = Pick<StagedItem, 'kind' | 'name' | 'content'> & { problem?: string };

/** What is kept of a note until it is taken: the note, and where it stood. */
type StagedNote = BundleNote;

const blankNote = (part: Partial<NoteInput> & { name: string }): StagedNote => {
  const { shelfId: _shelf, pinned: _pinned, ...wording } = { ...emptyNote(), ...part };
  return { ...wording, shelf: null, pin: null, used: 0, lastUsed: 0, created: null, updated: null, former: [] };
};

const reason = (error: unknown): string => {
  if (error instanceof ValidationError || error instanceof UserError || error instanceof BundleError)
    return error.message;
  throw error;
};

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
  if (!item) throw notFound('part of the import');
  return item;
}

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
  for (const choice of choices) await setChoice(app.db, owner, id, choice);
  return readImport(app, owner, id);
}

/**
 * Reads a file into an import and compares what it brings with the library. Nothing of the library changes. A file that
 * cannot be read stands in the import as a problem, and does not keep the others out.
 */
export async function readIntoImport(
  app: Application,
  owner: string,
  id: string,
  fileName: string,
  content: Buffer,
): Promise<Import> {
  const { state } = await readImport(app, owner, id);
  if (state !== 'open') throw new UserError('This import is being carried out; begin another one for more files.', 409);
  const name = fileName.split(/[/\\]/).at(-1)!.slice(-200) || 'file';
  let fresh: Fresh[];
  try {
    fresh = await itemsOfFile(app, owner, name, content);
    if (!fresh.length) fresh = [{ kind: 'problem', name, content: null, problem: 'There is nothing in this file.' }];
  } catch (error) {
    fresh = [{ kind: 'problem', name, content: null, problem: reason(error) }];
  }
  await stage(app, owner, id, name, fresh);
  return readImport(app, owner, id);
}

async function itemsOfFile(app: Application, owner: string, name: string, content: Buffer): Promise<Fresh[]> {
  if (!content.length) throw new UserError('This file is empty.');
  const ending = /\.([a-z]+)$/i.exec(name)?.[1]?.toLowerCase() ?? '';
  if (ending === 'eml' || (ending === '' && looksLikeMessage(content))) {
    if (!looksLikeMessage(content)) throw new UserError('This file is no message.');
    const { name: noteName, subject, body, cc, attachments } = await keepingOf(app, owner, content);
    const all = {
      name: noteName || name,
      cc,
      attachments,
      subject: blanksFromBrackets(subject),
      body: blanksFromBrackets(body),
    };
    return [{ kind: 'note', name: all.name, content: blankNote(all) }];
  }
  if (content.includes(0) && !/^(csv|txt|tsv)$/.test(ending))
    throw new UserError('This is no kind of file that holds notes: a bundle, .eml, CSV, Markdown, HTML or text.');
  const { text } = decode(content);
  if (ending === 'json' || text.slice(0, 200).includes('"jar-note-bundle"')) return itemsOfBundle(app, owner, text);
  if (ending === 'csv' || ending === 'tsv') {
    const { notes, problems } = notesOfTable(readTable(text).cells);
    const shelves = [...new Set(notes.map(({ shelf }) => shelf).filter(Boolean))];
    return [
      ...shelves.flatMap(shelfItems).filter((item, i, all) => all.findIndex((other) => other.name === item.name) === i),
      ...notes.map(({ shelf, ...note }): Fresh => ({
        kind: 'note',
        name: note.name,
        content: { ...blankNote(note), shelf: shelf ? shelfPath(shelf) : null },
      })),
      ...problems.map(({ line, message }): Fresh => ({
        kind: 'problem',
        name: `Line ${line}`,
        content: null,
        problem: message,
      })),
    ];
  }
  if (!/^(md|markdown|html?|txt|text|)$/.test(ending))
    throw new UserError('This is no kind of file that holds notes: a bundle, .eml, CSV, Markdown, HTML or text.');
  const note = readSingle(name, text);
  return [{ kind: 'note', name: note.name, content: blankNote(note) }];
}

const shelfPath = (path: string) =>
  path
    .split('/')
    .map((part) => part.trim())
    .filter(Boolean)
    .join('/')
    .slice(0, 90);

/** The shelves of a path such as `Care/Winter`, each after the one around it. */
function shelfItems(path: string): Fresh[] {
  const parts = shelfPath(path).split('/');
  return parts.map((name, i) => {
    const key = parts.slice(0, i + 1).join('/');
    return {
      kind: 'shelf',
      name: key,
      content: { key, name, description: '', inside: i ? parts.slice(0, i).join('/') : null },
    };
  });
}

const nameIn = (value: unknown, fallback: string): string => {
  const name = (value as { name?: unknown } | null)?.name;
  return typeof name === 'string' && name.trim() ? name.trim().slice(0, 200) : fallback;
};

/** Lets other requests be answered in between: checking many notes is work without a pause of its own. */
const breathe = () => new Promise((resolve) => setImmediate(resolve));

/** Everything of a bundle, checked piece by piece; its files are kept at once, by their content. */
async function itemsOfBundle(app: Application, owner: string, text: string): Promise<Fresh[]> {
  const bundle = openBundle(text);
  const { attachmentLimit } = await readSettings(app, owner);
  const files = new Map<string, { file: string; type: string; size: number }>();
  const items: Fresh[] = [];
  const problem = (name: string, message: string) =>
    items.push({ kind: 'problem', name, content: null, problem: message });
  if (bundle.unknown.length)
    problem(
      'Unknown fields',
      `Left aside, since this version does not know them: ${bundle.unknown.slice(0, 8).join(', ')}.`,
    );
  for (const [digest, raw] of Object.entries(bundle.files)) {
    try {
      const { type, data } = await bundleFileSchema.validate(raw);
      const content = Buffer.from(data, 'base64');
      if (content.length > Math.max(attachmentLimit, 25_000_000))
        throw new UserError(
          `A file in the bundle is ${fileSize(content.length)}; at most ${fileSize(25_000_000)} can be taken.`,
        );
      const stored = await storeFile(app, owner, { name: 'file', type, content });
      if (stored.file !== digest)
        throw new UserError('A file in the bundle is damaged: its content is not what it is named by.');
      files.set(digest, stored);
    } catch (error) {
      problem('A file of the bundle', reason(error));
    }
  }
  let looked = 0;
  const each = async (
    list: unknown[],
    kind: Fresh['kind'],
    what: string,
    read: (raw: unknown) => Promise<{ name: string; content: unknown }>,
  ) => {
    for (const [i, raw] of list.entries()) {
      const name = nameIn(raw, `${what} ${i + 1}`);
      if (++looked % 20 === 0) await breathe();
      try {
        items.push({ kind, ...(await read(raw)) });
      } catch (error) {
        problem(name, `${what} “${name}” was left aside: ${reason(error)}`);
      }
    }
  };
  const options = { stripUnknown: true } as const;
  await each(bundle.shelves, 'shelf', 'Shelf', async (raw) => {
    const content = await bundleShelfSchema.validate(raw, options);
    return { name: content.name, content };
  });
  await each(bundle.lookups, 'lookup', 'Lookup', async (raw) => {
    const content = await bundleLookupSchema.validate(raw, options);
    return { name: content.name, content };
  });
  await each(bundle.people, 'person', 'Person', async (raw) => {
    const content = await bundlePersonSchema.validate(raw, options);
    return { name: content.fullName || content.address, content };
  });
  if (bundle.sender)
    await each([bundle.sender], 'sender', 'Your own fields', async (raw) => ({
      name: 'Your own fields and signature',
      content: await bundleSenderSchema.validate(raw, options),
    }));
  await each(bundle.notes, 'note', 'Note', async (raw) => {
    const content = await bundleNoteSchema.validate(raw, options);
    const missing = [...content.attachments.map(({ file }) => file), ...picturesIn(content.body)].find(
      (file) => !files.has(file),
    );
    if (missing) throw new UserError('A file it names is not in the bundle.');
    noteContent({ ...emptyNote(), ...content });
    return { name: content.name, content };
  });
  return items;
}

/** What of two wordings must agree for them to be the same. */
const canonical = (value: unknown): string =>
  JSON.stringify(value, (_key, part) =>
    part && typeof part === 'object' && !Array.isArray(part)
      ? Object.fromEntries(
          Object.entries(part)
            .filter(([, one]) => one !== null && !(Array.isArray(one) && !one.length))
            .sort(([a], [b]) => (a < b ? -1 : 1)),
        )
      : part,
  );

/** The body and subject as they are compared, with what a blank draws on by the lookups' own names. */
const sameWording = (a: object, b: object) => canonical(a) === canonical(b);

const fold = (name: string) => name.trim().toLowerCase();

/** Compares what a file brought with the library, and keeps it in the import. */
async function stage(app: Application, owner: string, id: string, source: string, fresh: Fresh[]): Promise<void> {
  const { db } = app;
  const noteNames = fresh.filter(({ kind }) => kind === 'note').map(({ name }) => name);
  const known = new Map<string, Note[]>();
  for (const note of await notesNamed(db, owner, [...new Set(noteNames)])) {
    known.set(fold(note.name), [...(known.get(fold(note.name)) ?? []), note]);
  }
  const lookups = new Map((await listLookups(db, owner)).map((row) => [fold(row.name), row.id]));
  const { shelves } = await listShelves(db, owner);
  const keys = new Map<string, string>();
  let position = await nextPosition(db, owner, id);
  const items: StagedItem[] = [];
  for (const { kind, name, content, problem = '' } of fresh) {
    if (position % 100 === 0) await breathe();
    const item: StagedItem = {
      position: position++,
      kind,
      source,
      name,
      content,
      verdict: 'new',
      choice: 'take',
      state: 'waiting',
      targetId: null,
      problem,
    };
    items.push(item);
    if (kind === 'problem') Object.assign(item, { verdict: 'problem', choice: 'leave', state: 'done' });
    if (kind === 'shelf') {
      const { key, name: called, inside } = content as { key: string; name: string; inside: string | null };
      const parentId = inside === null ? null : keys.get(inside);
      const there = shelves.find((shelf) => shelf.parentId === parentId && fold(shelf.name) === fold(called));
      if (there) {
        keys.set(key, there.id);
        Object.assign(item, { verdict: 'same', choice: 'leave', targetId: there.id });
      }
    }
    if (kind === 'lookup') {
      const { key, ...mine } = content as LookupInput & { key: string };
      const there = lookups.get(fold(name));
      const theirs = there ? await lookupById(db, owner, there) : null;
      const same =
        theirs &&
        sameWording(
          { columns: mine.columns, keyColumn: mine.keyColumn, rows: mine.rows },
          { columns: theirs.columns, keyColumn: theirs.keyColumn, rows: theirs.rows },
        );
      if (same) {
        keys.set(key, theirs.id);
        Object.assign(item, { verdict: 'same', choice: 'leave', targetId: theirs.id });
      } else if (theirs) Object.assign(item, { verdict: 'conflict', targetId: theirs.id });
    }
    if (kind === 'person') {
      const mine = content as { address: string };
      const theirs = await personByAddress(db, owner, mine.address);
      const { id: _id, version: _v, messages: _m, lastAt: _l, ...told } = theirs ?? ({} as never);
      if (theirs)
        Object.assign(item, {
          verdict: sameWording({ ...mine, address: theirs.address }, told) ? 'same' : 'conflict',
          choice: 'leave',
          targetId: theirs.id,
        });
    }
    if (kind === 'sender') {
      const settings = await readSettings(app, owner);
      const untouched = !settings.fields.length && !JSON.stringify(settings.signature).includes('"text"');
      Object.assign(item, { verdict: 'conflict', choice: untouched ? 'replace' : 'leave' });
    }
    if (kind === 'note') {
      const mine = renamed(wordingOf(content as BundleNote), keys);
      const others = known.get(fold(name)) ?? [];
      const same = others.find((note) => sameWording(wordingOf(note), mine));
      if (same) Object.assign(item, { verdict: 'same', choice: 'leave', targetId: same.id });
      else if (others.length) Object.assign(item, { verdict: 'conflict', targetId: others[0]!.id });
    }
  }
  await db.transaction((trx) => insertItems(trx, owner, id, items));
}

/** So many notes go in with one transaction; after a kill the import goes on behind the last of them. */
const PORTION = 100;

/**
 * Carries an import out, telling how far it is. What is done is done with the mark that it is, in one transaction, so
 * that it may be stopped or killed anywhere and goes on where it was.
 */
export async function* runImport(app: Application, owner: string, id: string): AsyncGenerator<ImportRun> {
  await readImport(app, owner, id);
  await setImportState(app.db, owner, id, 'running', app.now());
  const { total } = await countItems(app.db, owner, id);
  for (;;) {
    const items = await waitingItems(app.db, owner, id, PORTION);
    if (!items.length) break;
    const kind = items[0]!.kind;
    const run = items.slice(
      0,
      items.findIndex((item) => item.kind !== kind) < 0 ? PORTION : items.findIndex((item) => item.kind !== kind),
    );
    if (kind === 'note') await takeNotes(app, owner, id, run);
    else for (const item of run) await takeOther(app, owner, id, item);
    const { waiting } = await countItems(app.db, owner, id);
    yield { done: total - waiting, total, finished: false, problem: '' };
  }
  await orderPins(app, owner, id);
  await setImportState(app.db, owner, id, 'done', app.now());
  yield { done: total, total, finished: true, problem: '' };
}

/** Where the shelves and lookups of a file are now, by their keys in it. */
async function keysOf(app: Application, owner: string, id: string): Promise<Map<string, Map<string, string>>> {
  const bySource = new Map<string, Map<string, string>>();
  for (const { source, content, targetId, state } of await placesOf(app.db, owner, id)) {
    if (!targetId || state === 'failed') continue;
    const keys = bySource.get(source) ?? new Map<string, string>();
    bySource.set(source, keys.set((content as { key: string }).key, targetId));
  }
  return bySource;
}

async function takeOther(app: Application, owner: string, id: string, item: StagedItem): Promise<void> {
  const done = (targetId: string | null = item.targetId) =>
    settleItem(app.db, owner, id, item.position, { state: 'done', targetId });
  if (item.choice === 'leave') return done();
  try {
    if (item.kind === 'shelf') {
      const { name, description, inside } = item.content as {
        name: string;
        description: string;
        inside: string | null;
      };
      const keys = (await keysOf(app, owner, id)).get(item.source);
      const parentId = (inside && keys?.get(inside)) || null;
      await app.db.transaction(async (trx) => {
        const { shelves } = await listShelves(trx, owner);
        const twin = shelves.find((shelf) => shelf.parentId === parentId && fold(shelf.name) === fold(name));
        const shelf = twin?.id ?? newId();
        const position = shelves.filter((other) => other.parentId === parentId).length;
        if (!twin) await insertShelf(trx, owner, { id: shelf, name, description, parentId, position }, app.now());
        await settleItem(trx, owner, id, item.position, { state: 'done', targetId: shelf });
      });
    } else if (item.kind === 'lookup') {
      const { key: _key, ...lookup } = item.content as LookupInput & { key: string };
      await app.db.transaction(async (trx) => {
        const names = new Set((await listLookups(trx, owner)).map((row) => fold(row.name)));
        let name = lookup.name;
        for (let i = 2; names.has(fold(name)); i++) name = `${lookup.name.slice(0, 90)} (${i})`;
        const lookupId = newId();
        await insertLookup(trx, owner, lookupId, { ...lookup, name }, app.now());
        await settleItem(trx, owner, id, item.position, { state: 'done', targetId: lookupId });
      });
    } else if (item.kind === 'person') {
      const person = item.content as {
        address: string;
        firstName: string;
        lastName: string;
        fullName: string;
        company: string;
        fields: { name: string; value: string }[];
      };
      await addPerson(app.db, owner, { name: person.fullName, address: person.address });
      const known = (await personByAddress(app.db, owner, person.address))!;
      await updatePerson(app.db, owner, known.id, known.version, person);
      await done(known.id);
    } else if (item.kind === 'sender') {
      const { version } = await readSettings(app, owner);
      await changeSettings(app, owner, { ...(item.content as Omit<Settings, 'version'>), version });
      await done();
    }
  } catch (error) {
    await settleItem(app.db, owner, id, item.position, { state: 'failed', problem: reason(error) });
  }
}

/** Takes notes in one transaction. A note that cannot be taken is marked, and keeps no other out. */
async function takeNotes(app: Application, owner: string, id: string, items: StagedItem[]): Promise<void> {
  const keys = await keysOf(app, owner, id);
  await app.db.transaction(async (trx) => {
    const fresh: NewNote[] = [];
    const former: { id: string; note: StagedNote; names: Map<string, string> }[] = [];
    const left: number[] = [];
    const done: { position: number; targetId: string }[] = [];
    const cues = await cuesTaken(
      trx,
      owner,
      items.map(({ content }) => (content as StagedNote).cue),
    );
    for (const item of items) {
      if (item.choice === 'leave') {
        left.push(item.position);
        continue;
      }
      const names = keys.get(item.source) ?? new Map<string, string>();
      const note = item.content as StagedNote;
      try {
        const cue = note.cue && !cues.has(note.cue.toLowerCase()) ? note.cue : '';
        if (cue && item.choice === 'take') cues.set(cue.toLowerCase(), note.name);
        const input: NoteInput = {
          ...wordingOf(renamed(note, names)),
          cue,
          shelfId: (note.shelf && names.get(note.shelf)) || null,
          pinned: note.pin !== null,
        };
        if (
          item.choice === 'replace' &&
          item.targetId &&
          (await replace(trx, owner, item.targetId, input, app.now()))
        ) {
          left.push(item.position);
          continue;
        }
        const noteId = newId();
        const content = noteContent(input);
        fresh.push({
          ...content,
          id: noteId,
          used: note.used,
          lastUsed: note.lastUsed,
          ...(note.created !== null && { createdAt: note.created }),
          ...(note.updated !== null && { updatedAt: note.updated }),
        });
        if (note.former.length) former.push({ id: noteId, note, names });
        done.push({ position: item.position, targetId: noteId });
      } catch (error) {
        await settleItem(trx, owner, id, item.position, { state: 'failed', problem: reason(error) });
      }
    }
    if (fresh.length) await insertNotes(trx, owner, fresh, app.now());
    for (const { id: noteId, note, names } of former)
      for (const { version, madeAt, ...wording } of note.former)
        await insertVersion(trx, owner, noteId, version, wordingOf(renamed(wording, names)), madeAt);
    for (const { id: noteId, note } of former)
      await trx('notes')
        .where({ owner, id: noteId })
        .update({ version: Math.max(...note.former.map(({ version }) => version)) + 1 });
    await settleItems(trx, owner, id, left);
    for (const { position, targetId } of done) await settleItem(trx, owner, id, position, { state: 'done', targetId });
  });
}

/** Puts the pins that came along behind those that were there, in the order they had. */
async function orderPins(app: Application, owner: string, id: string): Promise<void> {
  const came = await pinsOf(app.db, owner, id);
  if (!came.length) return;
  const order = new Map(came.map(({ targetId, pin }) => [targetId, pin]));
  const pinned = await pinnedIds(app.db, owner);
  const before = pinned.filter((note) => !order.has(note));
  const behind = pinned.filter((note) => order.has(note)).sort((a, b) => order.get(a)! - order.get(b)!);
  await app.db.transaction((trx) => setPinOrder(trx, owner, [...before, ...behind]));
}

/** Puts a wording in place of a note's; the former one stays in its history. The note keeps its shelf, pin and cue. */
async function replace(
  trx: Parameters<typeof lockNote>[0],
  owner: string,
  targetId: string,
  input: NoteInput,
  now: number,
): Promise<boolean> {
  const before = await lockNote(trx, owner, targetId);
  if (!before) return false;
  await insertVersion(trx, owner, targetId, before.version, wordingOf(before), before.updatedAt);
  const { shelfId, pinned, cue } = before;
  return updateNote(trx, owner, targetId, before.version, noteContent({ ...input, shelfId, pinned, cue }), now);
}
