import { docFromText } from '#core/note/schema';
import { signUp } from '../server/services/accounts';
import { openApplication } from '../server/services/application';
import { makeBundle } from '../server/services/bundles';
import { beginImport, readIntoImport } from '../server/services/imports/import';
import { runImport } from '../server/services/imports/take';
import { corpus } from './corpus';
import { print } from './measure';

/** A bundle of notes brought into an empty library, beside reading its JSON alone; and taken out again. */
export async function benchNotes(root: string, url: string, size: number): Promise<void> {
  const notes = corpus(root, size).map(({ id, name, body }) => ({
    name: `${name.slice(0, 150)} ${id}`,
    subject: docFromText(name.slice(0, 200)),
    body: docFromText(body),
  }));
  const text = JSON.stringify({ format: 'jar-note-bundle', version: 1, notes });
  let start = performance.now();
  JSON.parse(text);
  const parsing = performance.now() - start;

  const app = await openApplication(url);
  const passwords = { hash: async (word: string) => word, verify: async () => true };
  const { id: owner } = await signUp(app, passwords, {
    name: 'Bench',
    address: 'notes@test.example',
    password: 'a long password',
    locale: 'en-GB',
    timeZone: 'UTC',
  });
  start = performance.now();
  const { id } = await beginImport(app, owner);
  await readIntoImport(app, owner, id, { name: 'bundle.json', of: 'notes' }, Buffer.from(text));
  const looked = performance.now() - start;
  start = performance.now();
  let steps = 0;
  for await (const step of runImport(app, owner, id)) steps = step.done;
  const taken = performance.now() - start;
  start = performance.now();
  await makeBundle(app, owner, { sender: true, people: true, past: true });
  const out = performance.now() - start;
  const row = (name: string, ms: number) => print({ name, size, median: Math.round(ms), p95: Math.round(ms) });
  row('notes: a bundle read and compared', looked);
  row(`notes: ${steps} taken`, taken);
  row('notes: taken out as a bundle', out);
  row('notes: its JSON read alone', parsing);
  await app.close();
}
