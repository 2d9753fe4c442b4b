import { connect } from 'node:net';
import { request } from '@playwright/test';
import { clientMessage, expect, test } from './desk';
import { EMPTY, furnish, json, newcomer, routes } from './routes';
import { said } from '../words';

/** A body with each of its parts in turn of another type, size or depth. */
function spoilt(valid: unknown): unknown[] {
  const deep = (levels: number) => JSON.parse('['.repeat(levels) + ']'.repeat(levels));
  const odd = [
    null,
    [],
    {},
    5,
    -1e308,
    true,
    '',
    'é'.repeat(3),
    'x'.repeat(5000),
    [[]],
    [null],
    { a: null },
    { toString: 1 },
    deep(400),
  ];
  const out: unknown[] = [...odd];
  if (typeof valid !== 'object' || valid === null) return out;
  for (const [name, part] of Object.entries(valid)) {
    for (const other of odd) out.push({ ...valid, [name]: other });
    if (Array.isArray(part) && part.length)
      for (const other of odd) out.push({ ...valid, [name]: [other, ...part.slice(1)] });
    if (part && typeof part === 'object' && !Array.isArray(part))
      for (const [inner, value] of Object.entries(part))
        for (const other of [null, [], {}, 5, 'x', deep(400)]) {
          out.push({ ...valid, [name]: { ...part, [inner]: other } });
          if (value && typeof value === 'object')
            for (const key of Object.keys(value))
              out.push({ ...valid, [name]: { ...part, [inner]: { ...value, [key]: other } } });
        }
  }
  return out;
}

/** Wordings that are documents almost. */
const DOCS = [
  {
    type: 'doc',
    content: [
      {
        type: 'paragraph',
        content: [{ type: 'blank', attrs: { label: 'x', kind: 'choice', options: { choices: [null, 5] } } }],
      },
    ],
  },
  {
    type: 'doc',
    content: [{ type: 'paragraph', content: [{ type: 'blank', attrs: { label: 'x', kind: 'text', options: null } }] }],
  },
  {
    type: 'doc',
    content: [{ type: 'passage', attrs: { label: 'p', when: 'word' }, content: [{ type: 'paragraph' }] }],
  },
  { type: 'doc', content: [{ type: 'passageOut', attrs: { label: 'p', content: 'word' } }] },
  { type: 'doc', content: [{ type: 'orderedList', attrs: { start: 1e300 }, content: [] }] },
  { type: 'doc', content: [{ type: 'picture', attrs: { file: '../../etc' } }] },
  { type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text: 5 }] }] },
  {
    type: 'doc',
    content: [
      { type: 'paragraph', content: [{ type: 'text', text: 'x', marks: [{ type: 'link', attrs: { href: {} } }] }] },
    ],
  },
  {
    type: 'doc',
    content: [
      {
        type: 'paragraph',
        content: [{ type: 'blank', attrs: { label: 'x', kind: 'rows', options: { lookup: [], columns: 'x' } } }],
      },
    ],
  },
  {
    type: 'doc',
    content: [
      {
        type: 'paragraph',
        content: [{ type: 'blank', attrs: { label: 'x', kind: 'reckoned', options: { of: {}, parts: 5 } } }],
      },
    ],
  },
];

test('no body stops a route: whatever it is, the answer is what was asked for or says what is wrong', async ({
  baseURL,
}) => {
  test.setTimeout(300_000);
  const owner = await newcomer(baseURL!, 'Owner');
  const { asked } = await furnish(owner);
  const wrong: string[] = [];
  let tried = 0;
  for (const route of routes()) {
    const [method, pattern] = route.split(' ') as [string, string];
    if (!['POST', 'PUT', 'PATCH'].includes(method) || route === 'POST /account/sign-out') continue;
    const { path = pattern, data = {}, raw } = asked[route] ?? {};
    const bodies = raw ? [] : spoilt(data);
    for (const field of ['body', 'subject', 'signature'])
      if (field in data) bodies.push(...DOCS.map((doc) => ({ ...data, [field]: doc })));
    for (const body of bodies) {
      const answer = await owner.fetch(`/api${path}`, {
        method,
        data: JSON.stringify(body),
        headers: { 'content-type': 'application/json' },
      });
      tried++;
      if (answer.status() >= 500) wrong.push(`${route} ${answer.status()} ${JSON.stringify(body)?.slice(0, 160)}`);
      else if (answer.status() >= 400) {
        const words = (await answer.json()).data?.words;
        const text = said(words);
        if (!text || text === words.code || /undefined|NaN|\bobject\b|TypeError|`|[{}]/.test(text))
          wrong.push(`${route} says ${text}`);
      }
    }
  }
  expect(wrong).toEqual([]);
  expect(tried).toBeGreaterThan(1_500);
});

test('no address and no text that is no JSON stops a route', async ({ baseURL }) => {
  const owner = await newcomer(baseURL!, 'Owner');
  const { asked } = await furnish(owner);
  for (const [route, { path }] of Object.entries(asked)) {
    const [method, pattern] = route.split(' ') as [string, string];
    for (const id of ['%C3%A9', 'x', '0'.repeat(26), "'", '%00', '..%2f..', 'x'.repeat(3000)]) {
      const answer = await owner.fetch(`/api${pattern.replace(/\[[a-z]+\]/g, id)}`, { method });
      expect(answer.status(), `${route} with ${id.slice(0, 20)}`).toBeLessThan(500);
    }
    if (method === 'GET' || asked[route]!.raw || /imports\/|run|restore|undo/.test(pattern)) continue;
    const answer = await owner.fetch(`/api${path ?? pattern}`, {
      method,
      data: Buffer.from('{"name":'),
      headers: { 'content-type': 'application/json' },
    });
    expect(answer.status(), route).toBeLessThan(500);
  }
});

test('a body over the size of its route is refused before it is read', async ({ baseURL }) => {
  const { hostname, port } = new URL(baseURL!);
  const answers = await Promise.all(
    ['/api/account/sign-in', '/api/account/sign-up', '/api/notes', '/api/drafts', '/api/answers/search'].map(
      (path) =>
        new Promise<string>((resolve, reject) => {
          const socket = connect(Number(port), hostname);
          let said = '';
          socket.on('data', (data) => (said += data));
          socket.on('error', reject);
          socket.on('close', () => resolve(said));
          // 600 MB are announced, and none of them sent.
          socket.write(
            `POST ${path} HTTP/1.1\r\nHost: ${hostname}:${port}\r\nContent-Type: application/json\r\nContent-Length: 600000000\r\n\r\n`,
          );
        }),
    ),
  );
  for (const [i, answer] of answers.entries()) {
    // Routes of an account ask first who it is.
    expect(answer).toMatch(i < 2 ? /^HTTP\/1\.1 413 / : /^HTTP\/1\.1 401 /);
    if (i < 2) expect(answer).toContain('error.bodyTooLarge');
  }
});

test('what the server says to strangers, to other sites and to browsers', async ({ baseURL, page }) => {
  const context = await newcomer(baseURL!, 'Robin');
  const unknown = await context.get('/api/nothing/here');
  expect(unknown.status()).toBe(404);
  expect(await unknown.json()).toMatchObject({ data: { words: { code: 'error.noRoute' } } });
  for (const origin of ['null', 'https://elsewhere.example', 'nonsense'])
    expect((await context.post('/api/notes', { data: {}, headers: { origin } })).status(), origin).toBe(403);
  const notes = await context.get('/api/notes');
  expect(notes.headers()['cache-control']).toBe('no-store');
  const answer = await page.goto('/sign-in');
  const policy = answer!.headers()['content-security-policy']!;
  expect(policy).toMatch(/script-src 'self'( 'sha256-[^']+')*;/);
  expect(policy).toContain("img-src 'self' data: blob:;");
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
});

test('a long list comes in portions, and compressed for whoever can read that', async ({ baseURL }) => {
  const api = await newcomer(baseURL!, 'portions');
  const data = { name: 'Note', subject: EMPTY, body: EMPTY };
  const made: string[] = [];
  for (let i = 0; i < 30; i++)
    made.push(
      (await (await api.post('/api/notes', { data: { ...data, name: `Note ${i}`, pinned: i === 4 } })).json()).id,
    );
  await api.post(`/api/notes/${made[7]}/used`, { data: { person: '', words: [] } });
  const list = async (query: string) => (await (await api.get(`/api/notes${query}`)).json()) as { id: string }[];
  const ids: string[] = [];
  for (let page = await list('?within=page&limit=12'); page.length;) {
    ids.push(...page.map(({ id }) => id));
    page = await list(`?within=page&limit=12&after=${ids.at(-1)}`);
  }
  expect(ids).toEqual([...made].sort());
  const near = (await list('?within=reach')).map(({ id }) => id);
  expect(near.slice(0, 2)).toEqual([made[4], made[7]]);

  const plain = await api.get('/api/notes', { headers: { 'Accept-Encoding': 'identity' } });
  const packed = await api.get('/api/notes', { headers: { 'Accept-Encoding': 'gzip' } });
  expect(plain.headers()['content-encoding']).toBeUndefined();
  expect(packed.headers()['content-encoding']).toBe('gzip');
  expect(await packed.json()).toEqual(await plain.json());
  const page = await (await api.get('/')).text();
  const [script] = /\/_nuxt\/[\w-]+\.js/.exec(page)!;
  expect((await api.get(script, { headers: { 'Accept-Encoding': 'br' } })).headers()['content-encoding']).toBe('br');
});

test('signing out ends the session on the server, here and everywhere', async ({ baseURL }) => {
  const here = await newcomer(baseURL!, 'Robin');
  const { account } = await json(here, '/account');
  const stolen = await here.storageState();
  const enter = async () => {
    const context = await request.newContext({ baseURL });
    const answer = await context.post('/api/account/sign-in', {
      data: { address: account.address, password: 'a long password' },
      headers: { 'user-agent': 'Mozilla/5.0 (Windows NT 10.0)' },
    });
    expect(answer.status()).toBe(200);
    return context;
  };
  const there = await enter();
  const alsoThere = await enter();
  expect(await json(here, '/sessions')).toHaveLength(3);
  await there.post('/api/account/sign-out');
  expect((await there.get('/api/notes')).status()).toBe(401);
  expect(await (await here.delete('/api/sessions')).json()).toEqual({ ended: 1 });
  expect((await alsoThere.get('/api/notes')).status()).toBe(401);
  await here.post('/api/account/sign-out');
  const thief = await request.newContext({ baseURL, storageState: stolen });
  expect((await thief.get('/api/notes')).status()).toBe(401);
});

test('wrong tries of a stranger do not keep out the browser that was signed in before', async ({ baseURL }) => {
  const owner = await newcomer(baseURL!, 'Robin');
  const { account } = await json(owner, '/account');
  const stranger = await request.newContext({ baseURL });
  const wrong = () =>
    stranger.post('/api/account/sign-in', { data: { address: account.address, password: 'a wrong password' } });
  const statuses = (await Promise.all(Array.from({ length: 20 }, wrong))).map((answer) => answer.status());
  expect(statuses.filter((status) => status === 401)).toHaveLength(3);
  expect(statuses.filter((status) => status === 429)).toHaveLength(17);
  const back = await owner.post('/api/account/sign-in', {
    data: { address: account.address, password: 'a long password' },
  });
  expect(back.status()).toBe(200);
});

test('a message that takes long to read holds up nobody else', async ({ baseURL }) => {
  const busy = await newcomer(baseURL!, 'Busy');
  const other = await newcomer(baseURL!, 'Other');
  const html = '<p>hello <b>there</b></p>\n'.repeat(38_000);
  const raw = Buffer.from(`From: Ada <ada@client.example>\r\nSubject: long\r\nContent-Type: text/html\r\n\r\n${html}`);
  let reading = true;
  const work = (async () => {
    for (let i = 0; i < 3; i++)
      await busy.post('/api/messages/import', {
        data: Buffer.concat([raw, Buffer.from(String(i))]),
        headers: { 'content-type': 'application/octet-stream' },
      });
    const { rows } = await json(busy, '/messages');
    for (const { id } of rows) {
      await busy.get(`/api/messages/${id}`);
      await busy.post(`/api/messages/${id}/keep`, { data: {} });
    }
    reading = false;
  })();
  let answered = 0;
  while (reading) {
    expect((await other.get('/api/account')).status()).toBe(200);
    answered++;
  }
  await work;
  expect((await json(busy, '/messages')).rows).toHaveLength(3);
  // On the thread that answers, each of the nine readings would leave room for one answer.
  expect(answered).toBeGreaterThan(30);
});

test('a message received or sent is there as a file, to the byte, and comes back from the trash', async ({
  baseURL,
}) => {
  const owner = await newcomer(baseURL!, 'Robin');
  const { account } = await json(owner, '/account');
  const theirs = clientMessage({ id: 'bytes' });
  const mine = clientMessage({ from: `Robin <${account.address}>`, to: 'ada@client.example', id: 'mine' });
  for (const data of [theirs, mine])
    await owner.post('/api/messages/import', { data, headers: { 'content-type': 'application/octet-stream' } });
  // What one wrote oneself waits for nobody.
  const waiting = (await json(owner, '/messages?folder=inbox&waiting=true')).rows;
  expect(waiting).toHaveLength(1);
  const [sent] = (await json(owner, '/messages?folder=sent')).rows;
  for (const [id, bytes] of [
    [waiting[0].id, theirs],
    [sent.id, mine],
  ] as const) {
    const file = await owner.get(`/api/messages/${id}/source`);
    expect(file.headers()['content-disposition']).toMatch(/^attachment; .*\.eml$/);
    expect((await file.body()).equals(bytes)).toBe(true);
  }
  await owner.patch(`/api/messages/${waiting[0].id}`, { data: { folder: 'trash' } });
  expect((await json(owner, '/messages?folder=trash')).rows).toHaveLength(1);
  await owner.patch(`/api/messages/${waiting[0].id}`, { data: { folder: 'inbox' } });
  expect((await json(owner, '/messages?folder=inbox&waiting=true')).rows).toHaveLength(1);
});

test('wording of any depth that can be written is kept, and what is too deep is refused in words', async ({
  baseURL,
}) => {
  const owner = await newcomer(baseURL!, 'Robin');
  const nested = (levels: number): object =>
    levels
      ? { type: 'bulletList', content: [{ type: 'listItem', content: [{ type: 'paragraph' }, nested(levels - 1)] }] }
      : { type: 'paragraph' };
  for (const levels of [1, 7, 20]) {
    const answer = await owner.post('/api/notes', {
      data: { name: `deep ${levels}`, subject: EMPTY, body: { type: 'doc', content: [nested(levels)] } },
    });
    expect(answer.status(), `${levels} levels`).toBe(200);
  }
  const answer = await owner.post('/api/notes', {
    data: { name: 'deeper', subject: EMPTY, body: { type: 'doc', content: [nested(60)] } },
  });
  expect(answer.status()).toBe(422);
  expect((await answer.json()).data.words).toEqual({ code: 'document.tooDeep' });
});
