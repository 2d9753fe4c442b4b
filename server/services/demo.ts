import { randomBytes } from 'node:crypto';
import MailComposer from 'nodemailer/lib/mail-composer';
import type { Account } from '#shared/types/wire';
import { emptyNote } from '#shared/schemas/note';
import { routineSchema } from '#shared/schemas/routine';
import { account as wren } from '../../demo/account';
import { answers } from '../../demo/answers';
import { edits } from '../../demo/edits';
import { lookups } from '../../demo/lookups';
import { messages, type DemoMessage } from '../../demo/messages';
import { notes } from '../../demo/notes';
import { routines } from '../../demo/routines';
import { shelves } from '../../demo/shelves';
import { known, people, type PersonKey } from '../../demo/people';
import { libraryMinutes, TOLD_DAYS, typing } from '../../demo/time';
import { dayAt } from '#core/calendar/day';
import { flat } from '#core/edits/flat';
import { addressKey } from '#core/message/address';
import { parseDoc, type DocJson } from '#core/note/schema';
import { bareSubject } from '#core/message/subject';
import { regionDefaults } from '#core/number/region';
import { attribution, quoteText } from '#core/message/quote';
import { messageTerms } from '#core/suggest/terms';
import { newId } from '../db/id';
import { isDuplicate } from '../db/connect';
import { accountByAddress, insertAccount } from '../db/repositories/accounts';
import { insertLookup } from '../db/repositories/lookups';
import { insertNotes } from '../db/repositories/notes';
import { rememberPast } from '../db/repositories/pastAnswers';
import { insertRoutine } from '../db/repositories/routines';
import { rememberEdits } from '../db/repositories/noteEdits';
import { rememberSentNotes } from '../db/repositories/sentNotes';
import { addWorkTime, insertUses } from '../db/repositories/timeBack';
import { insertShelf } from '../db/repositories/shelves';
import { inTransaction } from '../db/transaction';
import { mailStore } from '../mail/store/store';
import { accountOf, type Passwords } from './accounts';
import type { Application } from './application';
import { UserError } from './errors';
import { noteContent } from './noteContent';
import { fixedLength } from './timeBack';
import { phrase } from '#core/text/phrase';

const DAY = 86_400_000;

const mailbox = (key: PersonKey | 'wren') =>
  key === 'wren' ? { name: wren.name, address: wren.address } : { name: people[key][0], address: people[key][1] };

/** When a demo message was written, seen from `now`: so many days ago at that hour (UTC), never in the future. */
function writtenAt(message: DemoMessage, now: number): number {
  const [hours, minutes] = message.at.split(':').map(Number);
  const day = new Date(now - message.daysAgo * DAY);
  const at = Date.UTC(day.getUTCFullYear(), day.getUTCMonth(), day.getUTCDate(), hours, minutes);
  return at < now ? at : now - 60_000 * (1 + message.subject.length);
}

const idOf = (message: DemoMessage) => `<demo-${message.key}@${mailbox(message.from).address.split('@')[1]}>`;

/** The bytes of a demo message, as the mail program of its sender would have written them. */
async function bytesOf(message: DemoMessage, now: number): Promise<Buffer> {
  const original = messages.find(({ key }) => key === message.answers);
  const quoted = original
    ? `\n\n${attribution(writtenAt(original, now), mailbox(original.from).name, wren.locale, wren.timeZone)}\n${quoteText(original.text)}\n`
    : '\n';
  return new MailComposer({
    messageId: idOf(message),
    date: new Date(writtenAt(message, now)),
    from: mailbox(message.from),
    to: (message.to ?? ['wren' as const]).map(mailbox),
    cc: message.cc?.map(mailbox),
    ...(message.replyTo && { replyTo: mailbox(message.replyTo) }),
    subject: message.subject,
    ...(!message.htmlOnly && { text: message.text + quoted }),
    ...(message.html && { html: message.html }),
    ...(original && { inReplyTo: idOf(original), references: [idOf(original)] }),
    attachments: message.attachments?.map(({ name, type, content, encoding, cid }) => ({
      filename: name,
      contentType: type,
      content: Buffer.from(content, encoding ?? 'utf8'),
      ...(cid && { cid, contentDisposition: 'inline' as const }),
    })),
    disableFileAccess: true,
    disableUrlAccess: true,
  })
    .compile()
    .build();
}

/** Makes the demo account with its mail and notes, unless it is there already: all of it, or nothing where that is cut off. */
export async function loadDemoOnce(app: Application, passwords: Passwords): Promise<void> {
  if (await accountByAddress(app.db, wren.address)) return;
  const passwordHash = await passwords.hash(randomBytes(24).toString('hex'));
  try {
    await inTransaction(app.db, (trx) =>
      loadDemo({ ...app, db: trx, mail: (owner) => mailStore(trx, owner, app.wakeMailbox) }, passwordHash),
    );
  } catch (error) {
    if (!isDuplicate(error)) throw error; // another process was quicker
  }
}

async function loadDemo(app: Application, passwordHash: string): Promise<void> {
  const { db } = app;
  const now = app.now();
  const owner = newId();
  const { name, locale, timeZone, fields, signatures } = wren;
  await insertAccount(
    db,
    { id: owner, address: wren.address, passwordHash, demo: true },
    { name, locale, timeZone, fields, ...signatures, daysOff: [], ...regionDefaults(locale), sendDelay: 5 },
    now,
  );
  // The notes name the lookups by their keys in the demo.
  let written = JSON.stringify(notes);
  for (const { key, ...lookup } of lookups) {
    const id = newId();
    await insertLookup(db, owner, id, lookup, now);
    written = written.replaceAll(`"demo:${key}"`, `"${id}"`);
  }
  const places = new Map<string, { shelfId: string; cue: string; description: string }>();
  const ids = new Map<string, string>();
  for (const [position, { name, around, description, notes }] of shelves.entries()) {
    const id = newId();
    ids.set(name, id);
    await insertShelf(db, owner, { id, name, description, position, parentId: ids.get(around ?? '') ?? null }, now);
    for (const [note, cue, about] of notes) places.set(note, { shelfId: id, cue, description: about });
  }
  const rows = (JSON.parse(written) as typeof notes).map(({ used, lastUsedDaysAgo, ...note }, i) => ({
    id: newId(),
    ...noteContent({ ...emptyNote(), ...note, ...places.get(note.name) }),
    used,
    lastUsed: now - lastUsedDaysAgo * DAY - i * 60_000,
  }));
  await insertNotes(db, owner, rows, now);
  const noteIds = new Map(rows.map((row) => [row.name, row.id]));
  for (const { notes: names = [], ...routine } of routines) {
    const known = names.flatMap((name) => noteIds.get(name) ?? []);
    await insertRoutine(db, owner, newId(), routineSchema.validateSync({ ...routine, notes: known }));
  }
  const port = app.mail(owner);
  const messageIds = new Map<string, string>();
  for (const message of [...messages].sort((a, b) => b.daysAgo - a.daysAgo)) {
    const folder = message.folder ?? 'inbox';
    const seen = folder !== 'inbox' || Boolean(message.answered);
    const { id } = await port.append(folder, await bytesOf(message, now), {
      seen,
      answered: Boolean(message.answered),
      receivedAt: writtenAt(message, now),
    });
    messageIds.set(message.key, id);
  }
  await learnAnswers(app, owner, now, { messages: messageIds, notes: noteIds });
  await learnEdits(app, owner, now, { messages: messageIds, notes: rows });
  await tellTime(app, owner, now, rows);
  for (const [key, [, address, company]] of Object.entries(people)) {
    const { fields = {}, sent = {} } = known[key as PersonKey] ?? {};
    const own = Object.entries(fields).map(([name, value]) => ({ name, value }));
    await db('people')
      .where({ owner, address })
      .update({ company, fields: JSON.stringify(own) });
    for (const [name, daysAgo] of Object.entries(sent))
      await rememberSentNotes(db, owner, address, [noteIds.get(name)!], now - daysAgo * DAY);
  }
}

/** What was learnt from the messages that were answered with notes. */
async function learnAnswers(
  app: Application,
  owner: string,
  now: number,
  ids: { messages: Map<string, string>; notes: Map<string, string> },
): Promise<void> {
  for (const [key, names] of Object.entries(answers)) {
    const message = messages.find((one) => one.key === key)!;
    const learnt = {
      id: ids.messages.get(key)!,
      person: addressKey(mailbox(message.from).address),
      isLater: bareSubject(message.subject) !== message.subject,
      ...messageTerms(message.subject, message.text),
    };
    const taken = names.map((name) => ({ note: ids.notes.get(name)!, taken: true }));
    await rememberPast(app.db, owner, learnt, taken, writtenAt(message, now) + DAY / 4);
  }
}

/** What was changed by hand in notes that were put into sent letters. */
async function learnEdits(
  app: Application,
  owner: string,
  now: number,
  { messages: ids, notes }: { messages: Map<string, string>; notes: { id: string; name: string; body: DocJson }[] },
): Promise<void> {
  for (const { note: name, letters, changedIn, from, to } of edits) {
    const { id: note, body } = notes.find((one) => one.name === name)!;
    const base = flat(parseDoc(body)).text;
    const changed = base.replace(from, to);
    if (changed === base) throw new Error(`The note “${name}” of the demo does not say “${from}”.`);
    for (const key of letters) {
      const message = messages.find((one) => one.key === key)!;
      const letter = { message: ids.get(key)!, address: mailbox(message.to![0]!).address, at: writtenAt(message, now) };
      const sent = changedIn.includes(key) ? changed : null;
      await app.db.transaction((trx) => rememberEdits(trx, owner, letter, [{ note, base, sent }]));
    }
  }
}

/** The uses of the last weeks one by one, and what was measured. */
async function tellTime(
  app: Application,
  owner: string,
  now: number,
  rows: { id: string; used: number; lastUsed: number; bodyText: string }[],
): Promise<void> {
  const addresses = Object.values(people).map(([, address]) => address);
  const uses = rows.flatMap(({ id, used, lastUsed, bodyText }, n) => {
    const apart = (300 * DAY) / used;
    return Array.from({ length: used }, (_, i) => lastUsed - i * apart)
      .filter((at) => at > now - TOLD_DAYS * DAY)
      .map((at, i) => ({
        id: newId(),
        note: id,
        person: addresses[(n * 7 + i * 3) % addresses.length]!,
        at: Math.round(at),
        characters: fixedLength(bodyText),
      }));
  });
  await insertUses(app.db, owner, uses);
  for (const [i, minutes] of libraryMinutes.entries()) {
    const day = dayAt(now - i * 7 * DAY, wren.timeZone);
    await addWorkTime(app.db, owner, day, 'library', { milliseconds: minutes * 60_000, characters: 0 });
  }
  const { characters, minutes } = typing;
  await addWorkTime(app.db, owner, dayAt(now - DAY, wren.timeZone), 'typing', {
    characters,
    milliseconds: minutes * 60_000,
  });
}

/** The demo account, where this installation offers it. @throws UserError */
export async function enterDemo(app: Application, passwords: Passwords, offered: boolean): Promise<Account> {
  if (!offered) throw new UserError(phrase('error.noDemo'), 404, { code: 'not-found' });
  await loadDemoOnce(app, passwords);
  const account = await accountByAddress(app.db, wren.address);
  return (await accountOf(app, account!.id))!;
}
