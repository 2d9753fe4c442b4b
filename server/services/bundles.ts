import type { Note, Shelf } from '#shared/types/wire';
import { IMPORT_LIMIT, type BundleRequest } from '#shared/schemas/bundle';
import { BUNDLE_FORMAT, BUNDLE_VERSION, lookupKey, noteKey, renamed, shelfKey } from '#core/library/bundle';
import { writeSingle, type SingleFormat } from '#core/library/single';
import { emptyDoc, parseDoc, picturesIn } from '#core/note/schema';
import { fileSize } from '#core/number/size';
import { accountById } from '../db/repositories/accounts';
import { fileByDigest } from '../db/repositories/files';
import { listLookups, lookupById } from '../db/repositories/lookups';
import { versionsOf, wholeNotes } from '../db/repositories/notes';
import { allPeople } from '../db/repositories/people';
import { listRoutines } from '../db/repositories/routines';
import { listShelves } from '../db/repositories/shelves';
import { entryOf } from './peopleFiles';
import { composeLetter } from '../mail/compose';
import { readSettings } from './accounts';
import type { Application } from './application';
import { notFound, UserError } from './errors';
import { readNote, wordingOf } from './notes';
import { phrase } from '#core/text/phrase';

/** Shelves with each one after the shelf around it. */
function inOrder(shelves: Shelf[]): Shelf[] {
  const under = (parentId: string | null): Shelf[] =>
    shelves.filter((shelf) => shelf.parentId === parentId).flatMap((shelf) => [shelf, ...under(shelf.id)]);
  return under(null);
}

const filesOf = (note: Pick<Note, 'body' | 'attachments'>) => [
  ...note.attachments.map(({ file }) => file),
  ...picturesIn(note.body),
];

/**
 * A bundle of notes, with the shelves they stand on, the lookups they draw on and their files inside. Ids are of an
 * account, so the bundle has names of its own for what refers to one another; the same library gives the same text but
 * for the time it was made.
 * @throws UserError when there is nothing to take, or more than can be read back.
 */
export async function makeBundle(app: Application, owner: string, wanted: BundleRequest): Promise<string> {
  const { shelves, standing } = await listShelves(app.db, owner);
  const notes = (await wholeNotes(app.db, owner, wanted.ids)).map((note) => ({
    ...note,
    shelfId: standing(note.shelfId),
  }));
  const everything = !wanted.ids;
  if (!notes.length && !everything) throw notFound('note');
  const former = wanted.past
    ? await versionsOf(
        app.db,
        owner,
        notes.map(({ id }) => id),
      )
    : new Map();

  const used = new Set(notes.map(({ shelfId }) => shelfId));
  for (const shelf of [...inOrder(shelves)].reverse()) if (used.has(shelf.id)) used.add(shelf.parentId);
  const kept = inOrder(shelves).filter(({ id }) => everything || used.has(id));
  const keyOfShelf = new Map(kept.map(({ id }, i) => [id, shelfKey(i + 1)]));

  const written = JSON.stringify([notes.map(({ subject, body }) => [subject, body]), [...former.values()]]);
  const names = new Map<string, string>();
  const lookups = [];
  for (const { id } of await listLookups(app.db, owner)) {
    if (!everything && !written.includes(`"${id}"`)) continue;
    const lookup = (await lookupById(app.db, owner, id))!;
    names.set(id, lookupKey(names.size + 1));
    const { name, columns, keyColumn, rows } = lookup;
    lookups.push({ key: names.get(id)!, name, columns, keyColumn, rows });
  }

  const pins = notes.filter(({ pinned }) => pinned).sort((a, b) => a.pinOrder - b.pinOrder);
  const pinOf = new Map(pins.map(({ id }, i) => [id, i + 1]));
  const files = new Map<string, { type: string; data: string }>();
  let total = 0;
  const settings = await readSettings(app, owner);
  const { version: _version, ...sender } = settings;
  const named = [...notes, ...[...former.values()].flat()].flatMap(filesOf);
  for (const file of [
    ...new Set([...named, ...(wanted.sender ? sender.signatures.flatMap(({ body }) => picturesIn(body)) : [])]),
  ].sort()) {
    const found = await fileByDigest(app.db, owner, file);
    if (!found) continue;
    total += Math.ceil(found.size / 3) * 4;
    if (total > IMPORT_LIMIT * 0.9)
      throw new UserError(phrase('bundle.attachmentsTooLarge', { limit: fileSize(IMPORT_LIMIT) }), 413, {
        code: 'too-large',
      });
    files.set(file, { type: found.type, data: found.content.toString('base64') });
  }

  const bundle = {
    format: BUNDLE_FORMAT,
    version: BUNDLE_VERSION,
    made: new Date(app.now()).toISOString(),
    shelves: kept.map(({ id, name, description, parentId }) => ({
      key: keyOfShelf.get(id)!,
      name,
      description,
      inside: keyOfShelf.get(parentId ?? '') ?? null,
    })),
    lookups,
    notes: notes.map((note) => ({
      ...renamed(wordingOf(note), names),
      shelf: keyOfShelf.get(note.shelfId ?? '') ?? null,
      pin: pinOf.get(note.id) ?? null,
      ...(wanted.past && {
        used: note.used,
        lastUsed: note.lastUsed,
        created: note.createdAt,
        updated: note.updatedAt,
        former: (former.get(note.id) ?? []).map((one: object) => renamed(one, names)),
      }),
    })),
    ...(wanted.people && {
      people: (await allPeople(app.db, owner)).map(entryOf),
    }),
    ...(wanted.sender && { sender, routines: await routinesWith(app, owner, notes) }),
    files: Object.fromEntries(files),
  };
  const text = JSON.stringify(bundle, null, 1);
  if (Buffer.byteLength(text) > IMPORT_LIMIT)
    throw new UserError(phrase('bundle.tooLarge', { limit: fileSize(IMPORT_LIMIT) }), 413, {
      code: 'too-large',
    });
  return text;
}

/** The routines that need no other notes than these, which they name by their place. */
async function routinesWith({ db }: Application, owner: string, notes: Note[]) {
  const keys = new Map(notes.map(({ id }, i) => [id, noteKey(i + 1)]));
  return (await listRoutines(db, owner))
    .filter((routine) => routine.notes.every((id) => keys.has(id)))
    .map(({ id: _id, version: _version, ...routine }) => ({
      ...routine,
      notes: routine.notes.map((id) => keys.get(id)!),
    }));
}

/** One note as a file: a message (RFC 5322), a page, Markdown or text. */
export async function noteFile(
  app: Application,
  owner: string,
  id: string,
  format: SingleFormat | 'eml',
): Promise<{ name: string; type: string; content: Buffer }> {
  const note = await readNote(app, owner, id);
  const parsed = { name: note.name, subject: parseDoc(note.subject), body: parseDoc(note.body) };
  const file = async (digest: string) => (await fileByDigest(app.db, owner, digest)) ?? notFoundFile(note.name);
  if (format === 'eml') {
    const account = (await accountById(app.db, owner))!;
    const { name } = await readSettings(app, owner);
    const content = await composeLetter({
      messageId: `<${note.id}.${note.version}@${account.address.slice(account.address.lastIndexOf('@') + 1)}>`,
      date: new Date(note.updatedAt),
      from: { name, address: account.address },
      to: note.to,
      cc: note.cc,
      bcc: note.bcc,
      isFile: true,
      ...parsed,
      signature: parseDoc(emptyDoc()),
      inReplyTo: '',
      references: [],
      quote: null,
      pictures: await Promise.all(picturesIn(note.body).map(file)),
      attachments: await Promise.all(
        note.attachments.map(async ({ file: digest, name, type }) => ({ ...(await file(digest)), name, type })),
      ),
    });
    return { name: `${note.name}.eml`, type: 'message/rfc822', content };
  }
  const pictures = new Map<string, string>();
  if (format === 'html')
    for (const digest of picturesIn(note.body)) {
      const { type, content } = await file(digest);
      pictures.set(digest, `data:${type};base64,${content.toString('base64')}`);
    }
  const type = { html: 'text/html', md: 'text/markdown', txt: 'text/plain' }[format];
  const content = Buffer.from(writeSingle(format, parsed, (digest) => pictures.get(digest) ?? ''));
  return { name: `${note.name}.${format}`, type: `${type}; charset=utf-8`, content };
}

function notFoundFile(name: string): never {
  throw new UserError(phrase('bundle.fileGone', { name }), 404, { code: 'not-found' });
}
