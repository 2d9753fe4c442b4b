import { readFile, writeFile } from 'node:fs/promises';
import { ensureBuild } from '../bin/lib/build.mjs';
import { freePort, waitUntil } from '../bin/lib/process.mjs';
import { startServer } from '../bin/lib/server.mjs';
import type { MailboxInfo } from '#shared/types/mailbox';
import { PASSWORD, startDovecot, type Dovecot } from '../tests/dovecot';
import { openSubmission } from '../tests/submission';
import { letters } from './letters';
import { print, spread } from './measure';

/** So often the list is asked for while mail comes in. */
const EVERY_MS = 200;
const PATIENCE_MS = 300_000;

/**
 * Several accounts connect a mailbox each at the same moment, on the built server: how long until all their mail is there,
 * how long a list takes meanwhile, and the most memory the server has (resident, all its threads).
 */
export async function benchMailboxes(databaseUrl: string, boxes: number, size: number): Promise<void> {
  const dovecot = await startDovecot();
  const office = await openSubmission({ ...dovecot, password: PASSWORD });
  const addresses = Array.from({ length: boxes }, (_, i) => dovecot.user(`box${boxes}-${i}`));
  for (const address of addresses) await fillBox(dovecot, address, size);
  const port = await freePort();
  const env = {
    DATABASE_URL: databaseUrl,
    NUXT_DEMO: '',
    NUXT_SESSION_PASSWORD: 'only for the benchmark, and long enough',
    NUXT_MAIL_KEY: 'only for the benchmark too',
  };
  const server = await startServer(await ensureBuild(process.cwd()), env, { port, quiet: true });
  const lists: number[] = [];
  let isDone = false;
  try {
    const clients = await Promise.all(addresses.map((address) => newClient(`http://127.0.0.1:${port}/api`, address)));
    const before = await mostMemory(server.pid!);
    // What signing up took is not counted (proc(5), clear_refs).
    await writeFile(`/proc/${server.pid}/clear_refs`, '5');
    const start = performance.now();
    await Promise.all(
      clients.map((ask, i) => {
        const at = { host: '127.0.0.1', security: 'tls', user: addresses[i], certificate: dovecot.certificate };
        const receiving = { ...at, port: dovecot.tlsPort };
        const sending = { ...at, port: office.port };
        return ask('/mailboxes', { address: addresses[i], password: PASSWORD, keepDays: 0, receiving, sending });
      }),
    );
    const asking = (async () => {
      for (let i = 0; !isDone; i++) {
        const since = performance.now();
        await clients[i % boxes]!('/messages?folder=inbox&waiting=true&limit=50');
        lists.push(performance.now() - since);
        await new Promise((resolve) => setTimeout(resolve, EVERY_MS));
      }
    })();
    const isThere = async () => {
      for (const ask of clients) if (((await ask('/mailboxes')) as MailboxInfo[])[0]!.here < size) return false;
      return true;
    };
    if (!(await waitUntil(isThere, PATIENCE_MS))) throw new Error('Not everything came.');
    const whole = performance.now() - start;
    isDone = true;
    await asking;
    print({
      name: `mailboxes: ${boxes} at once, a list meanwhile`,
      size: boxes * size,
      ...spread(lists),
      seconds: Number((whole / 1000).toFixed(1)),
      megabytes: await mostMemory(server.pid!),
      megabytes_before: before,
    });
  } finally {
    isDone = true;
    await server.stop();
    await office.close();
    await dovecot.stop();
  }
}

async function fillBox(dovecot: Dovecot, address: string, size: number): Promise<void> {
  const client = await dovecot.client(address);
  for (const { raw, at } of letters(size, address)) await client.append('INBOX', raw, [], new Date(at));
  await client.logout();
}

/** The most memory a process has had so far, in megabytes (proc(5), VmHWM). */
async function mostMemory(pid: number): Promise<number> {
  const status = await readFile(`/proc/${pid}/status`, 'utf8');
  return Math.round(Number(/VmHWM:\s*(\d+)/.exec(status)![1]) / 1000);
}

/** An account of its own, asked through the server. */
async function newClient(url: string, address: string): Promise<(path: string, body?: object) => Promise<unknown>> {
  let cookie = '';
  const ask = async (path: string, body?: object) => {
    const response = await fetch(url + path, {
      method: body ? 'POST' : 'GET',
      headers: { cookie, origin: url.replace('/api', ''), 'content-type': 'application/json' },
      body: body && JSON.stringify(body),
    });
    const set = response.headers.getSetCookie().map((one) => one.split(';')[0]);
    if (set.length) cookie = set.join('; ');
    if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`);
    return response.json();
  };
  await ask('/account/sign-up', { name: 'Robin Tester', address, password: 'a long password' });
  return ask;
}
