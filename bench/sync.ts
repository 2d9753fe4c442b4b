import { execFileSync } from 'node:child_process';
import { ImapFlow } from 'imapflow';
import PostalMime from 'postal-mime';
import { PASSWORD, startDovecot } from '../tests/dovecot';
import { newId } from '../server/db/id';
import { insertMailbox, mailboxById } from '../server/db/repositories/mailboxes';
import { signUp } from '../server/services/accounts';
import { openApplication } from '../server/services/application';
import { sealPasswords } from '../server/services/passwords';
import { syncSession } from '../server/services/sync/session';
import { Syncer } from '../server/services/sync/syncer';
import { letters } from './letters';
import { print, spread } from './measure';

/** So many messages come afterwards, one by one. */
const NEWS = 10;

async function timed(work: () => Promise<unknown>): Promise<number> {
  const start = performance.now();
  await work();
  return performance.now() - start;
}

/**
 * A first sync of so many messages from a server that others wrote, beside the bare fetch of the same messages by the same
 * client; and how much memory the process has meanwhile. The server runs on the same machine.
 */
export async function benchSync(url: string, size: number): Promise<void> {
  const dovecot = await startDovecot();
  const address = dovecot.user('bench');
  const auth = { user: address, pass: PASSWORD };
  const open = async () => {
    const client = new ImapFlow({
      ...{ host: '127.0.0.1', port: dovecot.port, secure: false, doSTARTTLS: false, auth, logger: false },
      disableAutoIdle: true,
    });
    await client.connect();
    return client;
  };
  const filling = await open();
  for (const { raw, at } of letters(size, address)) await filling.append('INBOX', raw, [], new Date(at));
  await filling.logout();
  // What the server was filled with is on the disk before anything is measured.
  execFileSync('sync');

  const bare = await open();
  await bare.mailboxOpen('INBOX');
  const began = performance.now();
  let bytes = 0;
  let parsing = 0;
  for await (const { source } of bare.fetch('1:*', { uid: true, flags: true, internalDate: true, source: true })) {
    bytes += source!.length;
    parsing += await timed(() => PostalMime.parse(source!));
  }
  const fetching = performance.now() - began - parsing;
  await bare.logout();

  const app = await openApplication(url);
  const passwords = { hash: async (text: string) => text, verify: async () => true };
  const account = await signUp(app, passwords, {
    ...{
      name: 'Bench',
      address: 'bench-sync@test.example',
      password: 'a long password',
      locale: 'en-GB',
      timeZone: 'UTC',
    },
  });
  const id = newId();
  const server = { host: '127.0.0.1', port: dovecot.port, security: 'none' as const, user: address, certificate: '' };
  const secrets = sealPasswords(app, { owner: account.id, id }, { receiving: PASSWORD, sending: PASSWORD });
  const written = { name: 'Bench', address, receiving: server, sending: server, secrets, keepDays: 0 };
  await insertMailbox(app.db, account.id, id, written, 0);
  const mailbox = (await mailboxById(app.db, account.id, id))!;
  const start = performance.now();
  const remote = await app.openRemote(mailbox);
  const syncer = new Syncer(syncSession(app, mailbox, remote));
  let first = 0;
  let memory = 0;
  const watching = setInterval(() => {
    memory = Math.max(memory, process.memoryUsage().rss);
    first ||= syncer.left && syncer.left < size ? performance.now() - start : 0;
  }, 20);
  while (await syncer.step());
  clearInterval(watching);
  const whole = performance.now() - start;

  // Then something comes, now and then; beside it what it takes to go through all folders.
  const adding = await open();
  const news: number[] = [];
  const rounds: number[] = [];
  const coming = [...letters(NEWS, address)];
  for (const { raw } of coming) {
    const waiting = syncer.waitForNews(10_000, new AbortController().signal);
    await adding.append('INBOX', Buffer.from(raw.toString('latin1').replace(/^Message-ID: </im, '$&new-'), 'latin1'));
    await waiting;
    news.push(await timed(() => syncer.lookForNews()));
    while (await syncer.step());
    const anew = new Syncer(syncSession(app, mailbox, remote));
    rounds.push(await timed(() => anew.step()));
  }
  await adding.logout();
  await remote.close();
  await app.close();
  await dovecot.stop();
  const each = (ms: number) => Number((ms / size).toFixed(3));
  print({
    name: 'sync: first sync (mean for each message)',
    size,
    median: each(whole),
    p95: each(whole),
    ratio: Number((whole / fetching).toFixed(2)),
    ratio_with_parsing: Number((whole / (fetching + parsing)).toFixed(2)),
    seconds: Number((whole / 1000).toFixed(1)),
    first_seen_ms: Math.round(first),
    megabytes: Math.round(memory / 1_000_000),
  });
  print({ name: 'sync: one new message is seen', size: size + NEWS, ...spread(news) });
  print({ name: 'sync: all folders are compared', size: size + NEWS, ...spread(rounds) });
  print({
    name: 'sync: bare fetch by the same client (mean for each message)',
    size,
    median: each(fetching),
    p95: each(fetching),
    yardstick: true,
    bytes,
  });
  print({
    name: 'sync: parsing the same by postal-mime, as it comes (mean for each message)',
    size,
    median: each(parsing),
    p95: each(parsing),
    yardstick: true,
  });
}
