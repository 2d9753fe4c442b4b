import { createServer, type Server } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { saveDraft } from '../../tests/sending';
import { newAccount, openTestApplication, plainPasswords } from '../../tests/application';
import { PASSWORD, startDovecot, type Dovecot } from '../../tests/dovecot';
import { openImap } from '../mail/remote/imap';
import { addressOf, MAIL_PORTS } from '../mail/remote/reach';
import { openSubmission, type Submission } from '../../tests/submission';
import { said } from '../../tests/words';
import { docFromText } from '#core/note/schema';
import { mailboxSchema, type MailboxInput } from '#shared/schemas/mailbox';
import { freePort } from '../../bin/lib/process.mjs';
import { enterDemo } from './demo';
import type { Application } from './application';
import { beginDraft } from './drafts';
import type { UserError } from './errors';
import { changeMailbox, connectMailbox, readMailboxes, removeMailbox, setPaused } from './mailboxes';
import { proposeServers } from './proposal';
import { sendDraft } from './sending';
import { Keeper } from './sync/keeper';

let app: Application;
let dovecot: Dovecot;
let office: Submission;
beforeAll(async () => {
  app = await openTestApplication();
  dovecot = await startDovecot();
  office = await openSubmission({ ...dovecot, password: PASSWORD });
});
afterAll(async () => {
  await office?.close();
  await dovecot?.stop();
});

let users = 0;
const newAddress = () => dovecot.user(`robin${++users}`);

/** How a mailbox is reached that both servers know. */
function reached(address = newAddress(), part: Partial<MailboxInput> = {}): MailboxInput {
  const { certificate } = dovecot;
  const at = (port: number) => ({ host: '127.0.0.1', port, security: 'tls' as const, user: address, certificate });
  return {
    ...{ name: '', address, password: PASSWORD, sendingPassword: '', keepDays: 0, waitDays: 0, version: undefined },
    ...{ receiving: at(dovecot.tlsPort), sending: at(office.port) },
    ...part,
  };
}

const failing = async (input: MailboxInput): Promise<UserError> => {
  const { id: owner } = await newAccount(app);
  const error = await connectMailbox(app, owner, input).then(
    () => null,
    (caught) => caught as UserError,
  );
  expect(await readMailboxes(app, owner)).toEqual([]);
  return error!;
};

/** Listens, and says what it is told to. */
async function babble(words: string, answer?: (line: string) => string): Promise<{ port: number; server: Server }> {
  const server = createServer((socket) => {
    socket.on('error', () => {});
    socket.write(words);
    if (answer) socket.on('data', (line) => socket.write(answer(line.toString('latin1'))));
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return { port: (server.address() as { port: number }).port, server };
}

describe('connecting a mailbox', () => {
  it('keeps it once both servers have answered, and its passwords sealed', async () => {
    const { id: owner } = await newAccount(app);
    const input = reached();
    const kept = await connectMailbox(app, owner, input);
    expect(kept).toMatchObject({ name: input.address, address: input.address, state: 'new', paused: false });
    expect(JSON.stringify(await readMailboxes(app, owner))).not.toContain(PASSWORD);
    const row = await app.db('mailboxes').where({ id: kept.id }).first();
    expect(JSON.stringify(row)).not.toContain(PASSWORD);
    expect((row.secrets as Buffer).toString('latin1')).not.toContain(PASSWORD);
    // Sealed for this mailbox of this owner, they open for no other.
    expect(() => app.unseal(`${owner} another`, row.secrets)).toThrow();
    expect(app.unseal(`${owner} ${kept.id}`, row.secrets)).toContain(PASSWORD);
    await expect(connectMailbox(app, owner, input)).rejects.toMatchObject({ status: 409 });
  });

  it.each<[string, (input: MailboxInput) => Promise<void> | void, string, string]>([
    [
      'a name there is none of',
      (i) => void (i.receiving.host = 'imap.nowhere.invalid'),
      'mail-name',
      'no server named',
    ],
    [
      'a port nobody listens on',
      async (i) => void (i.receiving.port = await freePort()),
      'mail-refused',
      'Nothing listens',
    ],
    ['a wrong password', (i) => void (i.password = 'wrong'), 'mail-password', 'does not accept'],
    [
      'an open line to elsewhere',
      (i) => void Object.assign(i.receiving, { security: 'none', host: 'mail.x.example' }),
      'mail-open-line',
      'readable on the way',
    ],
    ['TLS where none is spoken', (i) => void (i.receiving.port = dovecot.port), 'mail-no-tls', 'does not speak TLS'],
    ['a wrong password for sending', (i) => void (i.sendingPassword = 'wrong'), 'mail-password', 'does not accept'],
    ['no post office', async (i) => void (i.sending.port = await freePort()), 'mail-refused', 'Nothing listens'],
  ])('says what to do about %s', async (_, change, code, words) => {
    const input = reached();
    await change(input);
    const error = await failing(input);
    expect([error.data.code, said(error.phrase)]).toEqual([code, expect.stringContaining(words)]);
    expect(said(error.phrase)).not.toContain(PASSWORD);
  });

  it('shows a certificate nobody known has signed, and takes it once it is trusted', async () => {
    const input = reached();
    input.receiving.certificate = '';
    const receiving = await failing(input);
    expect(receiving.data).toMatchObject({
      code: 'mail-certificate',
      certificate: { side: 'receiving', names: 'mail.test.example', expired: false },
    });
    input.receiving.certificate = receiving.data.certificate!.pem;
    input.sending.certificate = '';
    const sending = await failing(input);
    expect(sending.data).toMatchObject({ certificate: { side: 'sending' } });
    // STARTTLS shows the same one.
    const open = reached();
    Object.assign(open.receiving, { security: 'starttls', port: dovecot.port, certificate: '' });
    expect((await failing(open)).data.certificate?.fingerprint).toBe(receiving.data.certificate!.fingerprint);
    open.receiving.certificate = receiving.data.certificate!.pem;
    const { id: owner } = await newAccount(app);
    await connectMailbox(app, owner, open);
  });

  it('takes nothing else for a certificate', async () => {
    for (const side of ['receiving', 'sending'] as const) {
      const input = reached();
      input[side].certificate = 'no certificate';
      expect((await failing(input)).data.code).toBe('mail-certificate');
    }
  });

  it('trusts that certificate alone', async () => {
    const other = await startDovecot();
    const input = reached();
    input.receiving.port = other.tlsPort;
    const error = await failing(input);
    expect([error.data.code, said(error.phrase)]).toEqual([
      'mail-certificate',
      expect.stringContaining('another certificate than the one you trust'),
    ]);
    await other.stop();
  });

  it('says of what is no mail server that it is none', async () => {
    const words = ['\u0000\u0001nonsense\r\n\r\n', 'HTTP/1.1 400 Bad Request\r\n\r\n', 'x'.repeat(100_000)];
    await Promise.all(
      words.map(async (said) => {
        const { port, server } = await babble(said);
        const input = reached();
        Object.assign(input.receiving, { port, security: 'none' });
        expect((await failing(input)).data.code).toBe('mail-other-protocol');
        server.close();
      }),
    );
  }, 40_000);

  it('says that a server wants TLS before a password', async () => {
    const { port, server } = await babble('* OK [CAPABILITY IMAP4rev1 LOGINDISABLED] ready\r\n', (line) => {
      const tag = line.split(' ')[0]!;
      return /LOGIN|AUTHENTICATE/i.test(line)
        ? `${tag} NO [PRIVACYREQUIRED] Not without TLS\r\n`
        : `${tag} OK done\r\n`;
    });
    const input = reached();
    Object.assign(input.receiving, { port, security: 'none' });
    expect((await failing(input)).data.code).toBe('mail-needs-tls');
    server.close();
  });

  it('asks for the password again before it would reach another server, or the same one another way', async () => {
    const { id: owner } = await newAccount(app);
    const kept = await connectMailbox(app, owner, reached());
    const input = (part: object): MailboxInput => ({
      ...reached(kept.address),
      password: '',
      version: kept.version,
      ...part,
    });
    const thief = await babble('* OK ready\r\n');
    const { receiving, sending } = input({});
    const elsewhere = [
      { receiving: { ...receiving, port: thief.port, security: 'none' } },
      { receiving: { ...receiving, host: 'localhost' } },
      { receiving: { ...receiving, security: 'starttls' } },
      { receiving: { ...receiving, certificate: '' } },
      { sending: { ...sending, port: thief.port } },
      { sending: { ...sending, host: 'localhost' } },
    ] as const;
    let connections = 0;
    thief.server.on('connection', () => connections++);
    await app.db('limits').delete();
    for (const part of elsewhere)
      await expect(changeMailbox(app, owner, kept.id, input(part))).rejects.toMatchObject({
        status: 422,
        data: { fields: { password: { code: 'mailbox.typeAgain' } } },
      });
    expect(connections).toBe(0);
    // What does not touch where it goes needs no password.
    expect(await changeMailbox(app, owner, kept.id, input({ name: 'Mine' }))).toMatchObject({ name: 'Mine' });
    thief.server.close();
  });

  it('does not send a password of its own for sending along with one typed for receiving', async () => {
    const { id: owner } = await newAccount(app);
    const input = reached();
    const kept = await connectMailbox(app, owner, input);
    const { secrets } = await app.db('mailboxes').where({ id: kept.id }).first();
    const both = { ...JSON.parse(app.unseal(`${owner} ${kept.id}`, secrets)), sending: 'only for sending' };
    await app
      .db('mailboxes')
      .where({ id: kept.id })
      .update({ secrets: app.seal(`${owner} ${kept.id}`, JSON.stringify(both)) });
    const moved = { ...input, version: kept.version, sending: { ...input.sending, host: 'localhost' } };
    await expect(changeMailbox(app, owner, kept.id, moved)).rejects.toMatchObject({
      data: { fields: { sendingPassword: { code: 'mailbox.typeAgain' } } },
    });
  });

  it('is tried ten times an hour by hand, and no more', async () => {
    const { id: owner } = await newAccount(app);
    const input = reached();
    input.receiving.port = await freePort();
    const press = () =>
      connectMailbox(app, owner, input).then(
        () => '',
        (error) => error.data.code,
      );
    for (let i = 0; i < 10; i++) expect(await press()).toBe('mail-refused');
    expect(await press()).toBe('slow-down');
    const later = { ...app, now: () => Date.now() + 3_600_001 };
    await connectMailbox(later, owner, reached());
  });

  it('answers alike for every server that may not be connected to, and connects to none', async () => {
    const strict: Application = {
      ...app,
      locate: (server) => addressOf(server, { private: false, ports: MAIL_PORTS, own: [] }),
    };
    strict.openRemote = (mailbox) => openImap(mailbox.receiving, PASSWORD, () => strict.locate(mailbox.receiving));
    let connections = 0;
    const { port, server } = await babble('* OK ready\r\n');
    server.on('connection', () => connections++);
    const said = [];
    for (const host of ['127.0.0.1', 'localhost', '0.0.0.0', '2130706433', '9.9.9.9'])
      for (const at of [port, dovecot.tlsPort, await freePort()]) {
        const { id: owner } = await newAccount(app);
        const input = reached();
        Object.assign(input.receiving, { host, port: at });
        const { data, phrase } = await connectMailbox(strict, owner, input).catch((error) => error);
        said.push(JSON.stringify([data, phrase]));
      }
    expect(new Set(said).size).toBe(1);
    expect(said[0]).toContain('not-allowed');
    expect(connections).toBe(0);
    server.close();
  });

  it('refuses what is no mailbox in words', async () => {
    const wrong = { ...reached(), address: 'nobody', receiving: { ...reached().receiving, host: 'a b', port: 0 } };
    await expect(mailboxSchema.validate(wrong, { abortEarly: false })).rejects.toMatchObject({
      inner: expect.arrayContaining([
        expect.objectContaining({ path: 'address' }),
        expect.objectContaining({ path: 'receiving.host' }),
      ]),
    });
  });

  it('is not done in the demo, which anybody may enter', async () => {
    const demo = await enterDemo(app, plainPasswords, true);
    await expect(connectMailbox(app, demo.id, reached())).rejects.toMatchObject({ status: 403 });
  });
});

describe('the servers proposed for an address', () => {
  const nowhere = () => Promise.reject(new Error('nobody is connected to'));
  const srv = (name: string, port: number, priority = 0, weight = 0) => ({ name, port, priority, weight });
  const answering =
    (...hosts: string[]) =>
    async ({ host }: { host: string }) =>
      hosts.includes(host);

  // RFC 6186 section 4 has these names and ports, with other domains.
  it('are those its domain names (RFC 6186), the safer first, then by priority', async () => {
    const records: Record<string, ReturnType<typeof srv>[]> = {
      '_imap._tcp.client.example': [srv('plain.client.example', 143)],
      '_imaps._tcp.client.example': [srv('b.client.example', 993, 10), srv('a.client.example', 9993, 1)],
      '_submissions._tcp.client.example': [srv('.', 0)],
      '_submission._tcp.client.example': [srv('out.client.example', 587)],
    };
    const lookup = async (name: string) => records[name] ?? Promise.reject(new Error('none'));
    const all = async () => true;
    expect(await proposeServers('Ada@Client.example', nowhere, { lookup, tries: all })).toMatchObject({
      receiving: { host: 'a.client.example', port: 9993, security: 'tls', user: 'Ada@Client.example', found: true },
      sending: { host: 'out.client.example', port: 587, security: 'starttls', found: true },
    });
    expect(
      await proposeServers('a@client.example', nowhere, { lookup, tries: answering('b.client.example') }),
    ).toMatchObject({
      receiving: { host: 'b.client.example' },
    });
  });

  it('are the usual ones where it names none, and it is said when nobody answers', async () => {
    const lookup = () => Promise.reject(new Error('none'));
    expect(await proposeServers('a@x.example', nowhere, { lookup, tries: answering('mail.x.example') })).toMatchObject({
      receiving: { host: 'mail.x.example', port: 993, found: true },
      sending: { host: 'mail.x.example', port: 465, security: 'tls', found: true },
    });
    expect(await proposeServers('a@x.example', nowhere, { lookup, tries: answering() })).toMatchObject({
      receiving: { host: 'imap.x.example', found: false },
      sending: { host: 'smtp.x.example', found: false },
    });
  });
});

/** Waits until something holds. */
async function until<T>(what: () => Promise<T>, holds: (now: T) => boolean, patience = 15_000): Promise<T> {
  for (const end = Date.now() + patience; ; await new Promise((resolve) => setTimeout(resolve, 50))) {
    const now = await what();
    if (holds(now)) return now;
    if (Date.now() > end) throw new Error(`It did not come to be: ${JSON.stringify(now).slice(0, 2000)}`);
  }
}

describe('a mailbox that is connected', () => {
  let keeper: Keeper;
  beforeAll(() => {
    keeper = new Keeper(app);
    app.wakeMailbox = (id) => keeper.wake(id);
    keeper.start();
  });
  afterAll(() => keeper.stop());

  const inbox = async (owner: string) =>
    (await app.mail(owner).list({ folder: 'inbox', waiting: true, limit: 50, today: '2026-11-27' })).rows;
  const mailbox = async (owner: string) => (await readMailboxes(app, owner))[0]!;
  const letter = (subject: string, to: string, more = '') =>
    `From: Ines <ines@client.example>\r\nTo: ${to}\r\nSubject: ${subject}\r\nMessage-ID: <${subject}@client.example>\r\n${more}Date: ${new Date().toUTCString()}\r\n\r\nWhen can you come?\r\n`;

  it('shows new mail within seconds, and answers it from the address it was written to', async () => {
    const { id: owner } = await newAccount(app);
    const first = await connectMailbox(app, owner, reached());
    const second = await connectMailbox(app, owner, reached());
    await until(
      () => readMailboxes(app, owner),
      (all) => all.every(({ state }) => state === 'ready'),
    );
    const client = await dovecot.client(second.address);
    await client.append('INBOX', letter('Question', second.address));
    const [question] = await until(
      () => inbox(owner),
      (rows) => rows.length === 1,
    );
    const draft = await beginDraft(app, owner, { mode: 'reply', originalId: question!.id });
    const ready = await saveDraft(app, owner, { ...draft, body: docFromText('Dear Ines,\n\non Monday.') });
    expect(await sendDraft(app, owner, draft.id, { version: ready.version, key: 'from-where' })).toMatchObject({
      state: 'sent',
    });
    const handed = office.handed.at(-1)!;
    expect(handed).toMatchObject({ from: second.address, to: ['ines@client.example'] });
    expect(handed.raw).toContain(second.address);
    expect(handed.raw).not.toContain(first.address);
    // The copy is on the server, and what was answered says so there.
    await until(
      async () => ((await client.status('Sent', { messages: true })) as { messages?: number }).messages,
      (count) => count === 1,
    );
    await until(
      () => readMailboxes(app, owner),
      (all) => all.every(({ acts }) => acts === 0),
    );
    await client.mailboxOpen('INBOX');
    const [flags] = await client.fetchAll('1:*', { flags: true });
    expect([...flags!.flags!]).toEqual(expect.arrayContaining(['\\Answered', '\\Seen']));
    expect(await inbox(owner)).toEqual([]);
    await client.logout();
  });

  it('says what is wrong, goes on when it is mended, and rests while it is paused', async () => {
    const { id: owner } = await newAccount(app);
    const input = reached();
    const { id, version } = await connectMailbox(app, owner, input);
    await until(
      () => mailbox(owner),
      ({ state }) => state === 'ready',
    );
    await app
      .db('mailboxes')
      .where({ id })
      .update({
        secrets: app.seal(`${owner} ${id}`, JSON.stringify({ receiving: 'old', sending: 'old' })),
        version: version + 1,
      });
    app.wakeMailbox(id);
    const broken = await until(
      () => mailbox(owner),
      ({ state }) => state === 'problem',
    );
    expect(said(broken.problem)).toContain('does not accept');
    await expect(
      changeMailbox(app, owner, id, { ...input, password: 'wrong too', version: broken.version }),
    ).rejects.toThrow();
    await changeMailbox(app, owner, id, { ...input, sendingPassword: PASSWORD, version: broken.version });
    await until(
      () => mailbox(owner),
      ({ state }) => state === 'ready',
    );
    await expect(changeMailbox(app, owner, id, { ...input, sendingPassword: PASSWORD, version })).rejects.toMatchObject(
      { status: 409 },
    );
    await setPaused(app, owner, id, true);
    const client = await dovecot.client(input.address);
    await new Promise((resolve) => setTimeout(resolve, 3_500));
    await client.append('INBOX', letter('Later', input.address));
    await new Promise((resolve) => setTimeout(resolve, 500));
    expect(await inbox(owner)).toEqual([]);
    await setPaused(app, owner, id, false);
    await until(
      () => inbox(owner),
      (rows) => rows.length === 1,
    );
    await client.logout();
  }, 40_000);

  it('leaves its messages here when it is disconnected, or takes them out of the lists', async () => {
    for (const keep of [true, false]) {
      const { id: owner } = await newAccount(app);
      const input = reached();
      const client = await dovecot.client(input.address);
      await client.append('INBOX', letter(`Kept ${keep}`, input.address));
      const { id } = await connectMailbox(app, owner, input);
      await until(
        () => inbox(owner),
        (rows) => rows.length === 1 || !keep || true,
      );
      await until(
        () => mailbox(owner),
        ({ here }) => here === 1,
      );
      await removeMailbox(app, owner, id, keep);
      expect(await readMailboxes(app, owner)).toEqual([]);
      const { rows } = await app.mail(owner).list({ folder: 'inbox', waiting: false, limit: 50, today: '2026-11-27' });
      expect(rows.map(({ subject }) => subject)).toEqual(keep ? ['Kept true'] : []);
      expect(((await client.status('INBOX', { messages: true })) as { messages?: number }).messages).toBe(1);
      await client.logout();
    }
  });

  it('does not send what a mailbox that is gone was to send, and says so', async () => {
    const { id: owner } = await newAccount(app);
    const { id } = await connectMailbox(app, owner, reached());
    const draft = await beginDraft(app, owner, { mode: 'new' });
    const ready = await saveDraft(app, owner, {
      ...draft,
      to: [{ name: '', address: 'ines@client.example' }],
      subject: docFromText('Tuning'),
      body: docFromText('Dear Ines,\n\non Monday.'),
    });
    const settings = await app.db('settings').where({ owner }).first();
    await app
      .db('settings')
      .where({ owner })
      .update({ send_delay: 1, version: settings.version + 1 });
    await sendDraft(app, owner, draft.id, { version: ready.version, key: 'gone-mailbox' });
    await removeMailbox(app, owner, id, true);
    await new Promise((resolve) => setTimeout(resolve, 1_100));
    const { dispatchDue } = await import('./outbox');
    await dispatchDue(app);
    const row = await app.db('drafts').where({ id: draft.id }).first();
    expect([row.state, said(JSON.parse(row.problem))]).toEqual(['refused', expect.stringContaining('taken away')]);
  });
});
