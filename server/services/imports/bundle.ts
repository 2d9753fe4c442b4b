import {
  bundleFileSchema,
  bundleLookupSchema,
  bundleNoteSchema,
  bundlePersonSchema,
  bundleSenderSchema,
  bundleShelfSchema,
} from '#shared/schemas/bundle';
import { emptyNote } from '#shared/schemas/note';
import { openBundle } from '../../../core/library/bundle';
import { picturesIn } from '../../../core/note/schema';
import { fileSize } from '../../../core/number/size';
import { readSettings } from '../accounts';
import type { Application } from '../application';
import { UserError } from '../errors';
import { storeFile } from '../files';
import { noteContent } from '../notes';
import { breathe, reason, type Fresh } from './brought';

const nameIn = (value: unknown, fallback: string): string => {
  const name = (value as { name?: unknown } | null)?.name;
  return typeof name === 'string' && name.trim() ? name.trim().slice(0, 200) : fallback;
};

/** Everything of a bundle, checked piece by piece; its files are kept at once, by their content. */
export async function readBundle(app: Application, owner: string, text: string): Promise<Fresh[]> {
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
