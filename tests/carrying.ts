import { docFromText } from '#core/note/schema';
import type { Application } from '../server/services/application';
import { beginImport, readImport, readIntoImport } from '../server/services/imports/import';
import { runImport } from '../server/services/imports/take';

/** Files read into an import, to be looked over. @param of what tables are of */
export async function bring(
  app: Application,
  owner: string,
  files: [string, string | Buffer][],
  of: 'notes' | 'people' = 'notes',
) {
  const { id } = await beginImport(app, owner);
  for (const [name, content] of files) await readIntoImport(app, owner, id, { name, of }, Buffer.from(content));
  return readImport(app, owner, id);
}
/** The import carried out: its steps, and its items afterwards. */
export async function run(app: Application, owner: string, id: string) {
  const steps = [];
  for await (const step of runImport(app, owner, id)) steps.push(step);
  return { steps, items: (await readImport(app, owner, id)).items };
}
export const bundleOf = (part: object) => JSON.stringify({ format: 'jar-note-bundle', version: 1, ...part });
export const note = (name: string, more: object = {}) => ({
  name,
  subject: docFromText(''),
  body: docFromText('Words.'),
  ...more,
});
