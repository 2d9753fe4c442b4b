import { isRecord } from '#shared/schemas/text';
import {
  bundleFileSchema,
  bundleLookupSchema,
  bundleNoteSchema,
  bundlePersonSchema,
  bundleRoutineSchema,
  bundleSenderSchema,
  bundleShelfSchema,
} from '#shared/schemas/bundle';
import { emptyNote } from '#shared/schemas/note';
import { createHash } from 'node:crypto';
import { noteKey, openBundle } from '#core/library/bundle';
import { readSingle } from '#core/library/single';
import { notesOfTable } from '#core/library/table';
import { decode, readTable } from '#core/text/csv';
import { picturesIn } from '#core/note/schema';
import { readCards } from '#core/person/card';
import type { PersonEntry } from '#core/person/facts';
import { peopleOfTable } from '#core/person/table';
import { withSignatures } from '#core/note/signature';
import { fileSize } from '#core/number/size';
import { UserError } from '../errors';
import { noteContent } from '../noteContent';
import { blankNote, reason, type Fresh } from './brought';
import { phrase, type Phrase } from '#core/text/phrase';

/** A file that holds notes: a bundle, a table, Markdown, a page or a text. */
export interface FileOfNotes {
  name: string;
  content: Uint8Array;
  /** The largest file in a bundle that is taken, in bytes. */
  fileLimit: number;
  /** What a table is of. */
  of: 'notes' | 'people';
}

/** What it holds, as data that can be handed from one thread to another in portions. */
export interface NotesRead {
  /** Each some of the items, as JSON in UTF-8. */
  portions: Uint8Array[];
  files: { type: string; content: Uint8Array }[];
  /** Why nothing could be read; null when something was. */
  problem: Phrase | null;
}

type Items = { items: Fresh[]; files: NotesRead['files'] };

/** Reads a file of notes. Nothing is kept and nobody is asked: what is wrong comes back. */
export async function readNotes({ name, content, fileLimit, of }: FileOfNotes): Promise<NotesRead> {
  try {
    const { items, files } = await itemsOf(name, content, fileLimit, of);
    return { portions: portionsOf(items), files, problem: null };
  } catch (error) {
    return { portions: [], files: [], problem: reason(error) };
  }
}

/** About so many characters of JSON stand in one portion. */
const PORTION = 200_000;

function portionsOf(items: Fresh[]): Uint8Array[] {
  const out: Uint8Array[] = [];
  let lines: string[] = [];
  let size = 0;
  const close = () => {
    if (lines.length) out.push(new TextEncoder().encode(`[${lines.join()}]`));
    lines = [];
    size = 0;
  };
  for (const item of items) {
    const line = JSON.stringify(item);
    lines.push(line);
    size += line.length;
    if (size > PORTION) close();
  }
  close();
  return out;
}

/** What is said of a file of another kind: what to save it as, where that is known. */
function unfit(ending: string, of: FileOfNotes['of']): UserError {
  if (/^(xlsx?|xlsm|ods|numbers)$/.test(ending)) return new UserError(phrase('importing.spreadsheet'));
  if (of === 'people') return new UserError(phrase('importing.noPeople'));
  return new UserError(phrase(/^(docx?|odt|rtf|pages)$/.test(ending) ? 'importing.document' : 'importing.noNotes'));
}

async function itemsOf(name: string, content: Uint8Array, fileLimit: number, of: 'notes' | 'people'): Promise<Items> {
  const ending = /\.([a-z]+)$/i.exec(name)?.[1]?.toLowerCase() ?? '';
  if (content.includes(0) && !/^(csv|txt|tsv)$/.test(ending)) throw unfit(ending, of);
  const { text } = decode(content);
  if (ending === 'json' || text.slice(0, 200).includes('"jar-note-bundle"')) return readBundle(text, fileLimit);
  if (/^(?:vcf|vcard)$/.test(ending) || /^\s*BEGIN:VCARD\s/i.test(text)) return { items: cardItems(text), files: [] };
  if (of === 'people') {
    if (!/^(csv|tsv|txt|)$/.test(ending)) throw unfit(ending, of);
    return { items: peopleItems(text), files: [] };
  }
  if (ending === 'csv' || ending === 'tsv') return { items: tableItems(text), files: [] };
  if (!/^(md|markdown|html?|txt|text|)$/.test(ending)) throw unfit(ending, of);
  const { cut, ...note } = readSingle(name, text);
  const remarks = cut ? [phrase('importing.cut')] : [];
  return { items: [checked({ kind: 'note', name: note.name, content: { ...blankNote(note), remarks } })], files: [] };
}

/** A note that could not be kept is a problem of its own, and keeps no other out. */
function checked(item: Fresh): Fresh {
  try {
    noteContent({ ...emptyNote(), ...(item.content as Parameters<typeof noteContent>[0]) });
    return item;
  } catch (error) {
    return {
      kind: 'problem',
      name: item.name,
      content: null,
      problem: phrase('importing.leftAside', { name: item.name, reason: reason(error) }),
    };
  }
}

function tableItems(text: string): Fresh[] {
  const { notes, problems } = notesOfTable(readTable(text).cells);
  const shelves = [...new Set(notes.map(({ shelf }) => shelf).filter(Boolean))];
  const seen = new Set<string>();
  return [
    ...shelves.flatMap(shelfItems).filter(({ name }) => !seen.has(name) && seen.add(name)),
    ...notes.map(({ shelf, ...note }) =>
      checked({
        kind: 'note',
        name: note.name,
        content: { ...blankNote(note), shelf: shelf ? shelfPath(shelf) : null },
      }),
    ),
    ...problems.map(({ line, problem }): Fresh => ({
      kind: 'problem',
      name: '',
      content: null,
      problem: phrase('importing.line', { line, problem }),
    })),
  ];
}

/** A person as what is kept of them can be; what is too long is a problem of its own. */
function personItem(entry: PersonEntry, remark: Phrase | null): Fresh {
  const name = entry.fullName || entry.address;
  try {
    const content = bundlePersonSchema.validateSync(entry, { stripUnknown: true });
    return { kind: 'person', name, content, problem: remark };
  } catch (error) {
    const problem = phrase('importing.leftAside', { name, reason: reason(error) });
    return { kind: 'problem', name, content: null, problem };
  }
}

function cardItems(text: string): Fresh[] {
  const { people, problems } = readCards(text);
  return [
    ...people.map(({ remark, ...entry }) => personItem(entry, remark)),
    ...problems.map(({ number, name, problem }): Fresh => {
      const one = name ? phrase('importing.named', { name: name.slice(0, 200) }) : phrase('card.number', { number });
      const why = phrase('importing.oneLeftAside', { one, reason: problem });
      return { kind: 'problem', name: name.slice(0, 200), content: null, problem: why };
    }),
  ];
}

function peopleItems(text: string): Fresh[] {
  const { people, problems } = peopleOfTable(readTable(text).cells);
  return [
    ...people.map((entry) => personItem(entry, null)),
    ...problems.map(({ line, problem }): Fresh => ({
      kind: 'problem',
      name: '',
      content: null,
      problem: phrase('importing.line', { line, problem }),
    })),
  ];
}

const shelfPath = (path: string) =>
  path
    .slice(0, 1000)
    .split('/')
    .map((part) => part.trim())
    .filter(Boolean)
    .slice(0, 20)
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

const nameIn = (value: unknown): string => {
  const name = (value as { name?: unknown } | null)?.name;
  return typeof name === 'string' && name.trim() ? name.trim().slice(0, 200) : '';
};

/** Everything of a bundle, each piece checked by itself. */
async function readBundle(text: string, fileLimit: number): Promise<Items> {
  const bundle = openBundle(text);
  const files = new Map<string, NotesRead['files'][number]>();
  const items: Fresh[] = [];
  const problem = (problem: Phrase, name = '') => items.push({ kind: 'problem', name, content: null, problem });
  if (bundle.unknown.length)
    problem(
      phrase('importing.unknownFields', {
        fields: bundle.unknown
          .slice(0, 8)
          .map((one) => one.slice(0, 40))
          .join(', '),
      }),
    );
  for (const wrong of bundle.wrong) problem(wrong);
  for (const [digest, raw] of Object.entries(bundle.files)) {
    try {
      const { type, data } = await bundleFileSchema.validate(raw);
      const content = Buffer.from(data, 'base64');
      if (content.length > fileLimit)
        throw new UserError(
          phrase('importing.fileTooLarge', { size: fileSize(content.length), limit: fileSize(fileLimit) }),
        );
      if (createHash('sha256').update(content).digest('hex') !== digest)
        throw new UserError(phrase('importing.fileDamaged'));
      files.set(digest, { type, content });
    } catch (error) {
      problem(phrase('importing.fileLeft', { reason: reason(error) }));
    }
  }
  const each = async (
    list: unknown[],
    kind: Fresh['kind'],
    read: (raw: unknown, place: number) => Promise<{ name: string; content: unknown }>,
  ) => {
    for (const [i, raw] of list.entries()) {
      try {
        items.push({ kind, ...(await read(raw, i + 1)) });
      } catch (error) {
        const name = nameIn(raw);
        const one = name
          ? phrase('importing.named', { name })
          : phrase(`importing.numbered.${kind}`, { number: i + 1 });
        problem(phrase('importing.oneLeftAside', { one, reason: reason(error) }), name);
      }
    }
  };
  const options = { stripUnknown: true } as const;
  await each(bundle.shelves, 'shelf', async (raw) => {
    const content = await bundleShelfSchema.validate(raw, options);
    return { name: content.name, content };
  });
  await each(bundle.lookups, 'lookup', async (raw) => {
    const content = await bundleLookupSchema.validate(raw, options);
    return { name: content.name, content };
  });
  await each(bundle.people, 'person', async (raw) => {
    const content = await bundlePersonSchema.validate(raw, options);
    return { name: content.fullName || content.address, content };
  });
  if (bundle.sender)
    await each([bundle.sender], 'sender', async (raw) => ({
      name: '',
      content: await ownOf(raw),
    }));
  await each(bundle.notes, 'note', async (raw, place) => {
    const content = await bundleNoteSchema.validate(raw, options);
    const missing = [...content.attachments.map(({ file }) => file), ...picturesIn(content.body)].find(
      (file) => !files.has(file),
    );
    if (missing) throw new UserError(phrase('importing.fileNotThere'));
    noteContent({ ...emptyNote(), ...content });
    return { name: content.name, content: { ...content, key: noteKey(place) } };
  });
  // Behind the notes they put in.
  await each(bundle.routines, 'routine', async (raw) => {
    const content = await bundleRoutineSchema.validate(raw, options);
    return { name: content.name, content };
  });
  return { items, files: [...files.values()] };
}

/** Of one's own data only what a bundle has: one of an earlier version takes nothing away that it knows nothing of. */
async function ownOf(raw: unknown) {
  const given = isRecord(raw) ? withSignatures(raw) : raw;
  const sender = await bundleSenderSchema.validate(given, { stripUnknown: true });
  return Object.fromEntries(Object.entries(sender).filter(([name]) => name in (given as object)));
}
