import { randomUUID } from 'node:crypto';
import { expect, test } from '@playwright/test';
import { ensureBuild } from '../../bin/lib/build.mjs';
import { freePort, waitUntil } from '../../bin/lib/process.mjs';
import { startServer } from '../../bin/lib/server.mjs';
import { connect } from '../../server/db/connect';
import { PASSWORD, startDovecot } from '../dovecot';
import { openSubmission } from '../submission';

/** So often the server is killed. */
const KILLS = 10;

test('a server that is killed again and again while it works loses nothing it said was done, and does nothing twice', async () => {
  test.setTimeout(240_000);
  const dovecot = await startDovecot();
  const office = await openSubmission({ ...dovecot, password: PASSWORD });
  const url = new URL(process.env.JAR_NOTE_DATABASE!);
  const admin = connect(url.href);
  const name = `killed_${randomUUID().replaceAll('-', '')}`;
  await admin.raw('CREATE DATABASE ??', [name]);
  url.pathname = `/${name}`;
  const db = connect(url.href);
  const entry = process.env.JAR_NOTE_ENTRY ?? (await ensureBuild(process.cwd()));
  const port = await freePort();
  const env = {
    DATABASE_URL: url.href,
    NUXT_DEMO: '',
    NUXT_SESSION_PASSWORD: 'only for this test, and long enough',
    NUXT_MAIL_KEY: 'only for this test too',
    NUXT_MAIL_PORTS: 'any',
  };
  const start = async () => {
    // What a killed process held is free at once, as it is for everybody after half a minute.
    await db('leases')
      .update({ until_at: 0 })
      .catch(() => {});
    await db('outbox')
      .whereIn('state', ['handing', 'queued', 'unanswered'])
      .update({ next_try_at: 0 })
      .catch(() => {});
    return startServer(entry, env, { port, quiet: true });
  };
  let server = await start();
  let cookie = '';
  async function ask(path: string, body?: object, method = body ? 'POST' : 'GET') {
    const response = await fetch(`http://127.0.0.1:${port}/api${path}`, {
      method,
      headers: { cookie, origin: `http://127.0.0.1:${port}`, 'content-type': 'application/json' },
      body: body && JSON.stringify(body),
    });
    const set = response.headers.getSetCookie().map((one) => one.split(';')[0]);
    if (set.length) cookie = set.join('; ');
    if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`);
    return response.json();
  }
  try {
    await ask('/account/sign-up', { name: 'Robin Tester', address: 'robin@test.example', password: 'a long password' });
    await ask('/settings', { ...(await ask('/settings')), sendDelay: 0 }, 'PUT');
    const address = dovecot.user('killed');
    const client = await dovecot.client(address);
    const names = Array.from({ length: 40 }, (_, i) => `N${String(i).padStart(2, '0')}`);
    const letter = (subject: string) =>
      `From: Ines <ines@client.example>\r\nTo: ${address}\r\nSubject: ${subject}\r\nMessage-ID: <${subject}@client.example>\r\nDate: ${new Date().toUTCString()}\r\n\r\nCould you come?\r\n`;
    for (const subject of names) await client.append('INBOX', letter(subject));
    const at = (line: number) => ({
      ...{ host: '127.0.0.1', port: line, security: 'tls', user: address, certificate: dovecot.certificate },
    });
    await ask('/mailboxes', { address, password: PASSWORD, receiving: at(dovecot.tlsPort), sending: at(office.port) });
    const inbox = async () =>
      (await ask('/messages?folder=inbox&waiting=false&limit=100')).rows as { id: string; subject: string }[];
    await waitUntil(async () => (await inbox()).length === names.length, 20_000);
    const idOf = new Map((await inbox()).map(({ id, subject }) => [subject, id]));

    // The same numbers in each run, so that what fails once fails again.
    let seed = 11;
    const random = (below: number) => (seed = (seed * 48_271) % 2_147_483_647) % below;
    /** What was said to be done, and what was under way when the server was killed: it may be either. */
    const said = new Map(names.map((subject) => [subject, 'INBOX']));
    const unsure = new Set<string>();
    const sent: string[] = [];
    let moves = 0;
    let number = 0;
    const begun: string[] = [];
    for (let round = 0; round < KILLS; round++) {
      let isKilled = false;
      // At any moment after something was done, in every other round after something was sent, however slow the machine is.
      const before = { moves, sent: sent.length };
      const isUnderWay = () => (round % 2 ? sent.length > before.sent : moves > before.moves);
      const killed = waitUntil(isUnderWay, 15_000).then(async () => {
        await new Promise((resolve) => setTimeout(resolve, random(1_200)));
        isKilled = true;
        process.kill(server.pid!, 'SIGKILL');
      });
      // Several at once, each at messages of its own.
      const work = async (mine: string[]) => {
        while (!isKilled) {
          const subject = mine[random(mine.length)]!;
          const folder = said.get(subject) === 'INBOX' ? 'archive' : 'inbox';
          try {
            if (random(3)) {
              unsure.add(subject);
              await ask(`/messages/${idOf.get(subject)}`, { folder }, 'PATCH');
              said.set(subject, folder === 'inbox' ? 'INBOX' : 'Archive');
              moves++;
              unsure.delete(subject);
            } else {
              const draft = await ask('/drafts', { mode: 'new' });
              const to = `answer-${number++}@client.example`;
              const { id, version, ...content } = draft;
              const subjectText = {
                type: 'doc',
                content: [{ type: 'paragraph', content: [{ type: 'text', text: to }] }],
              };
              const ready = await ask(
                `/drafts/${id}`,
                { ...content, version, to: [{ name: '', address: to }], subject: subjectText, body: subjectText },
                'PUT',
              );
              begun.push(to);
              const { state } = await ask(`/drafts/${id}/send`, {
                version: ready.version,
                key: randomUUID(),
                anyway: true,
              });
              if (state === 'sent') sent.push(to);
            }
          } catch {
            // It was killed meanwhile.
          }
        }
      };
      await Promise.all([0, 1, 2, 3].map((i) => work(names.filter((_, j) => j % 4 === i))));
      await killed;
      await server.ended;
      server = await start();
    }
    // Everything that was kept is carried out.
    const isDone = async () =>
      Number((await db('acts').count({ n: '*' }).first())!.n) === 0 &&
      !(await db('outbox').whereIn('state', ['handing', 'queued', 'unanswered']).first('id'));
    expect(await waitUntil(isDone, 60_000)).toBe(true);
    await waitUntil(async () => (await ask('/mailboxes'))[0]?.state !== 'syncing', 20_000);

    const there = new Map<string, string[]>();
    for (const folder of ['INBOX', 'Archive', 'Sent']) {
      await client.mailboxOpen(folder);
      for await (const { envelope } of client.fetch('1:*', { envelope: true }))
        there.set(envelope!.subject!, [...(there.get(envelope!.subject!) ?? []), folder]);
    }
    // Each message lies in one place, and in the one that was said.
    for (const subject of names) {
      const places = there.get(subject) ?? [];
      expect([subject, places.length]).toEqual([subject, 1]);
      if (!unsure.has(subject)) expect([subject, places[0]]).toEqual([subject, said.get(subject)]);
    }
    // What was said to be sent was handed over, nothing twice, and its copy is there once.
    const handed = office.handed.flatMap(({ to }) => to);
    expect(new Set(handed).size).toBe(handed.length);
    for (const to of sent) expect(handed).toContain(to);
    for (const to of sent) expect([to, there.get(to)]).toEqual([to, ['Sent']]);
    for (const to of begun) expect([to, (there.get(to) ?? []).length <= 1]).toEqual([to, true]);
    // What was not handed over is still there to be sent; if it is not, what the database has of it says why.
    const drafts = JSON.stringify(await ask('/drafts'));
    for (const to of begun.filter((one) => !handed.includes(one) && !drafts.includes(one))) {
      const kept = await db('drafts')
        .where('to_list', 'like', `%${to}%`)
        .select('id', 'state', 'version', 'deleted_at');
      const tried = await db('outbox').where('recipients', 'like', `%${to}%`).select('draft_id', 'state', 'problem');
      expect([to, kept, tried]).toEqual([to, 'handed over or a draft', '']);
    }
    expect([sent.length >= KILLS / 2, moves >= KILLS]).toEqual([true, true]);
    await client.logout();
  } finally {
    await server.stop();
    await db.destroy();
    await admin.raw('DROP DATABASE ??', [name]);
    await admin.destroy();
    await office.close();
    await dovecot.stop();
  }
});
