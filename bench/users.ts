import { Agent, request } from 'node:http';
import { gunzipSync } from 'node:zlib';
import { ensureBuild } from '../bin/lib/build.mjs';
import { freePort } from '../bin/lib/process.mjs';
import { startServer } from '../bin/lib/server.mjs';
import { connect } from '../server/db/connect';
import { print, spread } from './measure';

/** So long everybody works without a pause, and so long before that: a server that has just started compiles what it is asked for. */
const SECONDS = 60;
const STARTING_SECONDS = 45;
/** So many messages each has. */
const MESSAGES = 40;

type Deed = 'list' | 'open' | 'save' | 'send';

/**
 * A number of accounts that list, open, answer, save and send at once, from one process, each over one connection.
 * @param rest so many seconds a message can be taken back after Send; with 0 Send is answered when it has left
 */
export async function benchUsers(databaseUrl: string, users: number, rest: number): Promise<void> {
  const port = await freePort();
  const env = {
    DATABASE_URL: databaseUrl,
    NUXT_DEMO: '',
    NUXT_SESSION_PASSWORD: 'only for the benchmark, and long enough',
  };
  const server = await startServer(await ensureBuild(process.cwd()), env, { port, quiet: true });
  let times = noTimes();
  let errors = 0;
  try {
    const clients = [];
    for (let i = 0; i < users; i++) clients.push(await newUser(`http://127.0.0.1:${port}/`, i, rest));
    await workFor('just started', STARTING_SECONDS, clients);
    await workFor('started a while ago', SECONDS, clients);
    if (rest) console.log(JSON.stringify(await leaving(databaseUrl)));
  } finally {
    await server.stop();
  }

  async function workFor(state: string, seconds: number, clients: Client[]): Promise<void> {
    times = noTimes();
    errors = 0;
    const end = performance.now() + seconds * 1000;
    await Promise.all(clients.map((client) => work(client, end)));
    for (const [deed, all] of Object.entries(times))
      print({
        name: `${users} users at once, ${rest} s to take back, ${state}: ${deed}`,
        size: all.length,
        ...spread(all),
      });
    const requests = Object.values(times).reduce((sum, { length }) => sum + length, 0);
    console.log(JSON.stringify({ perSecond: Math.round(requests / seconds), errors }));
  }

  async function timed<T>(deed: Deed, ask: () => Promise<T>): Promise<T> {
    const start = performance.now();
    const answer = await ask();
    times[deed].push(performance.now() - start);
    return answer;
  }

  async function work({ ask, ids }: Client, end: number): Promise<void> {
    for (let round = 0; performance.now() < end; round++) {
      const id = ids[round % ids.length]!;
      try {
        await timed('list', () => ask('/messages?folder=inbox&waiting=true&limit=50'));
        await timed('open', () => ask(`/messages/${id}`));
        const draft = await ask('/drafts', { mode: 'reply', originalId: id });
        for (const words of ['Dear Ada,', 'Dear Ada, Monday suits me.', 'Dear Ada, Monday suits me well. Robin Tester'])
          Object.assign(draft, await timed('save', () => ask(`/drafts/${draft.id}`, contentOf(draft, words), 'PUT')));
        const body = { version: draft.version, key: `${draft.id}-${round}`, anyway: true };
        const sent = await timed('send', () => ask(`/drafts/${draft.id}/send`, body));
        if (sent.state !== (rest ? 'queued' : 'sent')) errors++;
      } catch (error) {
        console.error((error as Error).message);
        errors++;
      }
    }
  }
}

function noTimes(): Record<Deed, number[]> {
  return { list: [], open: [], save: [], send: [] };
}

/** How many messages have left, and how late the others are, in milliseconds. */
async function leaving(databaseUrl: string): Promise<{ left: number; late: number; latest: number }> {
  const db = connect(databaseUrl);
  const [row] = await db('outbox').select(
    db.raw("SUM(state = 'sent') AS left_already"),
    db.raw("SUM(state <> 'sent' AND next_try_at < ?) AS late", [Date.now()]),
    db.raw("MAX(IF(state <> 'sent', ? - next_try_at, 0)) AS latest", [Date.now()]),
  );
  await db.destroy();
  return { left: Number(row.left_already), late: Number(row.late), latest: Number(row.latest) };
}

interface Client {
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- answers of many kinds, of which little is read
  ask(path: string, body?: object, method?: string): Promise<any>;
  ids: string[];
}

function contentOf(draft: Record<string, unknown>, words: string): object {
  const { version, to, cc, bcc, subject, fills, attachments } = draft;
  const body = { type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text: words }] }] };
  return { version, to, cc, bcc, subject, body, fills, attachments, quote: true };
}

/** A person's browser, as far as a server knows it: one line that is kept, and answers compressed. It costs a third of `fetch`. */
function browserOf(
  url: URL,
): (path: string, body: string | undefined, type: string, method: string) => Promise<string> {
  const agent = new Agent({ keepAlive: true, maxSockets: 1 });
  let cookie = '';
  return (path, body, type, method) =>
    new Promise((resolve, reject) => {
      const headers = {
        ...{ cookie, origin: url.origin, 'accept-encoding': 'gzip' },
        ...(body !== undefined && { 'content-type': type, 'content-length': Buffer.byteLength(body) }),
      };
      const asked = request(new URL(`api${path}`, url), { agent, method, headers }, (response) => {
        const parts: Buffer[] = [];
        response.on('data', (part) => parts.push(part));
        response.on('error', reject);
        response.on('end', () => {
          const set = (response.headers['set-cookie'] ?? []).map((one) => one.split(';')[0]);
          if (set.length) cookie = set.join('; ');
          const all = Buffer.concat(parts);
          const said = (response.headers['content-encoding'] ? gunzipSync(all) : all).toString();
          if (response.statusCode === 200) resolve(said);
          else reject(new Error(`${path}: ${response.statusCode} ${said}`));
        });
      });
      asked.on('error', reject);
      asked.end(body);
    });
}

async function newUser(url: string, number: number, rest: number): Promise<Client> {
  const browser = browserOf(new URL(url));
  const ask: Client['ask'] = async (path, body, method = body ? 'POST' : 'GET') =>
    JSON.parse(await browser(path, body && JSON.stringify(body), 'application/json', method));
  await ask('/account/sign-up', {
    name: 'Robin Tester',
    address: `user${number}-${rest}@test.example`,
    password: 'a long password',
  });
  await ask('/settings', { ...(await ask('/settings')), sendDelay: rest }, 'PUT');
  const letters = Array.from(
    { length: MESSAGES },
    (_, i) =>
      `From someone@x.example Fri Nov 27 09:00:00 2026\nFrom: Ada Marsh <ada${i}@client.example>\nTo: user${number}-${rest}@test.example\nSubject: Tuning ${i}\nMessage-ID: <${number}.${i}@client.example>\nDate: Fri, 27 Nov 2026 09:00:00 +0000\n\nCould you come in December? The piano in the hall needs it.\n\nAda\n`,
  );
  await browser('/messages/import?name=all.mbox', letters.join('\n'), 'application/octet-stream', 'POST');
  const { rows } = await ask('/messages?folder=inbox&waiting=true&limit=50');
  return { ask, ids: rows.map(({ id }: { id: string }) => id) };
}
