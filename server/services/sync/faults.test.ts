import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Folder } from '#shared/schemas/message';
import { newAccount, openTestApplication } from '../../../tests/application';
import { PASSWORD, startDovecot, type Dovecot } from '../../../tests/dovecot';
import { openProxy, type Proxy } from '../../../tests/proxy';
import { newId } from '../../db/id';
import { countActs } from '../../db/repositories/acts';
import { insertMailbox, mailboxById } from '../../db/repositories/mailboxes';
import { openImap } from '../../mail/remote/imap';
import type { Application } from '../application';
import { sealPasswords } from '../passwords';
import { syncSession } from './session';
import { Syncer } from './syncer';

let app: Application;
let dovecot: Dovecot;
let proxy: Proxy;
beforeAll(async () => {
  app = await openTestApplication();
  dovecot = await startDovecot();
  proxy = await openProxy(dovecot.port);
});
afterAll(async () => {
  await proxy?.close();
  await dovecot?.stop();
});

let users = 0;
const letter = (subject: string, to: string) =>
  `From: Ines <ines@client.example>\r\nTo: ${to}\r\nSubject: ${subject}\r\nMessage-ID: <${subject}.${users}@client.example>\r\nDate: Fri, 27 Nov 2026 09:00:00 +0000\r\n\r\n${subject}.\r\n`;

async function mailboxWith(subjects: string[]) {
  const { id: owner } = await newAccount(app);
  const address = dovecot.user(`faults${++users}`);
  const id = newId();
  const server = { host: '127.0.0.1', certificate: '', user: address, port: dovecot.port, security: 'none' as const };
  const secrets = sealPasswords(app, { owner, id }, { receiving: PASSWORD, sending: PASSWORD });
  const written = { name: 'Mine', address, receiving: server, sending: server, secrets, keepDays: 0 };
  await insertMailbox(app.db, owner, id, written, 0);
  const client = await dovecot.client(address);
  for (const subject of subjects) await client.append('INBOX', letter(subject, address));
  return { owner, id, address, client };
}

/** Brings a mailbox into step, through the proxy or directly. */
async function sync(owner: string, id: string, port = dovecot.port): Promise<void> {
  const mailbox = (await mailboxById(app.db, owner, id))!;
  const remote = await openImap({ ...mailbox.receiving, port }, PASSWORD, async () => mailbox.receiving.host);
  try {
    const syncer = new Syncer(syncSession(app, mailbox, remote));
    while (await syncer.step());
  } finally {
    await remote.close();
  }
}

/** What is kept is tried again at once, whatever pause it was given. */
const hurry = (id: string) => app.db('acts').where({ mailbox_id: id }).update({ next_try_at: 0 });

const rows = async (owner: string, folder: Folder) =>
  (await app.mail(owner).list({ folder, waiting: false, limit: 500, today: '2026-11-27' })).rows;
const subjects = async (owner: string, folder: Folder) =>
  (await rows(owner, folder)).map(({ subject }) => subject).sort();

/** What the server has, folder by folder. */
async function onServer({ client }: { client: Awaited<ReturnType<Dovecot['client']>> }) {
  const there: Record<string, string[]> = {};
  for (const { path } of await client.list()) {
    await client.mailboxOpen(path);
    there[path] = [];
    for await (const { envelope, flags } of client.fetch('1:*', { envelope: true, flags: true }))
      there[path].push(`${envelope!.subject}${flags!.has('\\Flagged') ? '!' : ''}`);
    there[path].sort();
  }
  await client.mailboxClose();
  return there;
}

/**
 * A session with something of everything to do, spoilt by `spoil`; in the end all is as it should be, here and there.
 * @returns whether that session came to its end
 */
async function spoilt(at: number, spoil: () => void): Promise<boolean> {
  const box = await mailboxWith(['One', 'Two', 'Three']);
  const { owner, id, client } = box;
  await client.append('Trash', letter('Five', box.address));
  await sync(owner, id);
  const found = [...(await rows(owner, 'inbox')), ...(await rows(owner, 'trash'))];
  const idOf = (subject: string) => found.find((row) => row.subject === subject)!.id;
  await app.mail(owner).change(idOf('One'), { folder: 'archive' });
  await app.mail(owner).change(idOf('Two'), { flagged: true });
  await app.mail(owner).change(idOf('Five'), { folder: 'gone' });
  await app.mail(owner).keepSent(id, Buffer.from(letter('Reply', 'ines@client.example')), app.now());
  await client.append('INBOX', letter('Four', box.address));
  spoil();
  const isWhole = await sync(owner, id, proxy.port).then(
    () => true,
    () => false,
  );
  await hurry(id);
  await sync(owner, id);
  const shown = [];
  for (const folder of ['inbox', 'archive', 'sent', 'trash'] as const) shown.push(await subjects(owner, folder));
  expect([at, ...shown]).toEqual([at, ['Four', 'Three', 'Two'], ['One'], ['Reply'], []]);
  expect([at, await onServer(box)]).toEqual([
    at,
    { INBOX: ['Four', 'Three', 'Two!'], Archive: ['One'], Sent: ['Reply'], Trash: [], Drafts: [] },
  ]);
  expect((await countActs(app.db, owner)).size).toBe(0);
  await client.logout();
  return isWhole;
}

describe('a line that is cut', () => {
  it.each(['before', 'after'] as const)(
    'at every command of a session in turn, %s it got there: nothing is lost and nothing twice',
    async (when) => {
      let at = 1;
      for (let isOver = false; !isOver; at++) {
        await spoilt(at, () => proxy.cutAt(at, when));
        // Once the session ends by itself before the cut, every command has had its turn.
        isOver = proxy.said() < at;
      }
      expect(at).toBeGreaterThan(20);
    },
    120_000,
  );

  it('in the middle of an answer, at one place after the other: nothing is lost and nothing twice', async () => {
    let times = 0;
    // Every two hundred bytes or so, at another place of a line each time.
    for (let at = 7; ; at += 211) {
      await spoilt(at, () => proxy.cutAnswerAt(at));
      times++;
      if (proxy.answered() < at) break;
    }
    expect(times).toBeGreaterThan(10);
  }, 120_000);

  it('and one that is slow: what is said comes a few bytes at a time', async () => {
    expect(await spoilt(0, () => proxy.trickle())).toBe(true);
    expect(proxy.answered()).toBeGreaterThan(2_000);
  }, 60_000);

  it('at random, over five hundred acts', async () => {
    const names = Array.from({ length: 150 }, (_, i) => `N${i}`);
    const box = await mailboxWith(names);
    const { owner, id, client } = box;
    await sync(owner, id);
    const found = await rows(owner, 'inbox');
    // The same numbers in each run, so that what fails once fails again.
    let seed = 7;
    const random = (below: number) => (seed = (seed * 48_271) % 2_147_483_647) % below;
    const where = new Map(names.map((name) => [name, 'inbox']));
    const flagged = new Set<string>();
    const sent: string[] = [];
    for (let i = 0; i < 520; i++) {
      const { id: message, subject } = found[random(found.length)]!;
      const kind = random(6);
      if (kind === 0) {
        sent.push(`S${i}`);
        await app.mail(owner).keepSent(id, Buffer.from(letter(`S${i}`, 'ines@client.example')), app.now());
      } else if (kind < 3) {
        const isOn = !flagged.has(subject);
        if (isOn) flagged.add(subject);
        else flagged.delete(subject);
        await app.mail(owner).change(message, { flagged: isOn });
      } else if (kind === 3) {
        // Deleted for good, and brought back.
        where.set(subject, 'inbox');
        for (const folder of ['trash', 'gone', 'inbox']) await app.mail(owner).change(message, { folder });
      } else {
        const to = where.get(subject) === 'inbox' ? 'archive' : 'inbox';
        where.set(subject, to);
        await app.mail(owner).change(message, { folder: to });
      }
    }
    let cuts = 0;
    while ((await countActs(app.db, owner)).size) {
      proxy.cutAt(4 + random(60), random(2) ? 'before' : 'after');
      await sync(owner, id, proxy.port).catch(() => cuts++);
      await hurry(id);
    }
    await sync(owner, id);
    expect(cuts).toBeGreaterThan(20);
    const of = (folder: string) => names.filter((name) => where.get(name) === folder);
    const marked = (list: string[]) => list.map((name) => name + (flagged.has(name) ? '!' : '')).sort();
    expect(await onServer(box)).toMatchObject({
      INBOX: marked(of('inbox')),
      Archive: marked(of('archive')),
      Trash: [],
      Sent: sent.sort(),
    });
    expect(await subjects(owner, 'inbox')).toEqual(of('inbox').sort());
    expect(await subjects(owner, 'archive')).toEqual(of('archive').sort());
    expect(await subjects(owner, 'sent')).toEqual(sent);
    await client.logout();
  }, 120_000);
});
