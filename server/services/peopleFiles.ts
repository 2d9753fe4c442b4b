import type { EventEmitter } from 'node:events';
import { Readable } from 'node:stream';
import { ZipFile } from 'yazl';
import type { PeopleFile } from '#shared/schemas/person';
import { writeCards } from '#core/person/card';
import type { PersonEntry } from '#core/person/facts';
import { writePeople } from '#core/person/table';
import { allPeople } from '../db/repositories/people';
import { answersTo } from '../db/repositories/givenAnswers';
import { namesOfMessages } from '../db/repositories/messages';
import { messagesWith } from '../db/repositories/messageWords';
import type { Application } from './application';
import { notFound, UserError } from './errors';
import { safeFileName } from './files';
import { readPersonPage } from './people';

/** What a file holds of somebody. */
export const entryOf = ({
  address,
  addresses,
  firstName,
  lastName,
  fullName,
  company,
  greetingName,
  form,
  fields,
}: PersonEntry) =>
  ({ address, addresses, firstName, lastName, fullName, company, greetingName, form, fields }) satisfies PersonEntry;

/** Everybody, or one of them, as a file: vCard (RFC 6350, or 2426 for older programs) or CSV. */
export async function peopleFile(
  { db }: Application,
  owner: string,
  { format, id }: PeopleFile,
): Promise<{ name: string; type: string; content: string }> {
  const people = (await allPeople(db, owner, id || undefined)).map(entryOf);
  if (!people.length) throw notFound('person');
  const name = safeFileName((id && (people[0]!.fullName || people[0]!.address)) || 'people').slice(0, 80);
  if (format === 'csv') return { name: `${name}.csv`, type: 'text/csv; charset=utf-8', content: writePeople(people) };
  const content = writeCards(people, format === 'vcf3' ? '3.0' : '4.0');
  return { name: `${name}.vcf`, type: 'text/vcard; charset=utf-8', content };
}

/**
 * All that is known of one person as a ZIP file: the facts as a card and a table, what was remembered of letters to them,
 * and every message to the byte. The messages are fetched one after the other as the file is read.
 */
export async function personArchive(
  app: Application,
  owner: string,
  id: string,
): Promise<{ name: string; stream: Readable }> {
  const page = await readPersonPage(app, owner, id);
  const addresses = page.addresses.map(({ address }) => address);
  const entry = entryOf({ ...page, addresses: addresses.slice(1) });
  const zip = new ZipFile();
  const stream = zip.outputStream as Readable;
  // What goes wrong on the way breaks the file off, and nothing else.
  (zip as unknown as EventEmitter).on('error', (error: Error) => stream.destroy(error));
  zip.addBuffer(Buffer.from(writeCards([entry])), 'person.vcf');
  zip.addBuffer(Buffer.from(writePeople([entry])), 'person.csv');
  const remembered = {
    ...entry,
    notesSent: page.notes.map(({ name, at }) => ({ name, sent: new Date(at).toISOString() })),
    answers: await answersTo(app.db, owner, addresses),
  };
  zip.addBuffer(Buffer.from(JSON.stringify(remembered, null, 2)), 'known.json');
  const mail = app.mail(owner);
  const all = await messagesWith(app.db, owner, addresses);
  const rows = new Map((await namesOfMessages(app.db, owner, all)).map((row) => [row.id, row]));
  for (const [i, message] of all.entries()) {
    const row = rows.get(message);
    if (!row) continue;
    const day = new Date(row.receivedAt).toISOString().slice(0, 10);
    const subject = safeFileName(row.subject || 'message').slice(0, 80);
    zip.addReadStreamLazy(`messages/${String(i + 1).padStart(5, '0')} ${day} ${subject}.eml`, (give) => {
      mail.get(message).then(
        ({ raw }) => give(null, Readable.from([raw])),
        // Deleted for good meanwhile: what is left of it is its name.
        (error) => give(error instanceof UserError ? null : error, Readable.from([])),
      );
    });
  }
  zip.end();
  const name = `${safeFileName(page.fullName || page.address).slice(0, 80)}.zip`;
  return { name, stream };
}
