import type { Phrase } from '#core/text/phrase';
import { request, type APIRequestContext } from '@playwright/test';
import { expect, test } from './desk';
import { EMPTY, furnish, json, newcomer, PUBLIC, routes } from './routes';
import { said } from '../words';

test('one account cannot read, change or guess what belongs to another, on any route', async ({ baseURL }) => {
  const owner = await newcomer(baseURL!, 'Owner');
  const stranger = await newcomer(baseURL!, 'Stranger');
  const nobody = await request.newContext({ baseURL });
  const { asked, message, note, draft, person, letter, sending, lookup, shelf, file, coming } = await furnish(owner);
  expect(Object.keys(asked).concat(PUBLIC).sort()).toEqual(routes().sort());

  const before = JSON.stringify([
    await json(owner, '/notes'),
    await json(owner, '/drafts'),
    (await json(owner, '/messages')).rows,
    await json(owner, '/people'),
    await json(owner, '/settings'),
    await json(owner, '/lookups'),
    await json(owner, '/shelves'),
    await json(owner, `/imports/${coming.id}`),
    await json(owner, '/answers/search', { keys: ['secret day'] }),
  ]);
  const secrets = [
    message.id,
    note.id,
    draft.id,
    person.id,
    letter.id,
    sending.id,
    lookup.id,
    shelf.id,
    file.file,
    coming.id,
    'secret.txt',
    'Mine',
    'Owner',
    'Hidden',
    'secret Monday',
  ];
  for (const [route, { path, data, list, raw }] of Object.entries(asked)) {
    const [method, pattern] = route.split(' ') as [string, string];
    const ask = (context: APIRequestContext) =>
      context.fetch(`/api${path ?? pattern}`, {
        method,
        ...(raw ? { data: raw, headers: { 'content-type': 'application/octet-stream' } } : data && { data }),
      });
    expect((await ask(nobody)).status(), `${route} without signing in`).toBe(401);
    const answer = await ask(stranger);
    const text = await answer.text();
    if (!list) expect([403, 404, 409], `${route} for a stranger: ${text.slice(0, 200)}`).toContain(answer.status());
    for (const secret of secrets)
      expect(text.replace(/"url":\s*"[^"]*"/, ''), `${route} shows ${secret}`).not.toContain(secret);
    if (path?.includes(message.id) && !list) {
      // Not there and not yours answer alike.
      const unknown = await stranger.fetch(`/api${path.replace(message.id, '0'.repeat(26))}`, {
        method,
        ...(data && { data }),
      });
      expect(unknown.status()).toBe(answer.status());
    }
  }
  const after = JSON.stringify([
    await json(owner, '/notes'),
    await json(owner, '/drafts'),
    (await json(owner, '/messages')).rows,
    await json(owner, '/people'),
    await json(owner, '/settings'),
    await json(owner, '/lookups'),
    await json(owner, '/shelves'),
    await json(owner, `/imports/${coming.id}`),
    await json(owner, '/answers/search', { keys: ['secret day'] }),
  ]);
  expect(after).toBe(before);
});

test('a request from another site is turned away, and health tells strangers yes or no and nothing more', async ({
  baseURL,
}) => {
  const context = await newcomer(baseURL!, 'Robin');
  const foreign = await context.post('/api/notes', {
    data: { name: 'x', subject: EMPTY, body: EMPTY },
    headers: { origin: 'https://elsewhere.example' },
  });
  expect(foreign.status()).toBe(403);
  const health = await (await context.get('/api/health')).json();
  expect(health).toEqual({ ok: true });
});

test('bad input gets a message in words, and changes nothing', async ({ baseURL }) => {
  const context = await newcomer(baseURL!, 'Robin');
  const tries: [string, string, object, RegExp][] = [
    ['post', '/notes', { name: '', subject: EMPTY, body: EMPTY }, /needs a name/],
    [
      'post',
      '/notes',
      { name: 'x', subject: EMPTY, body: { type: 'doc', content: [{ type: 'video' }] } },
      /could not be read/,
    ],
    [
      'post',
      '/notes',
      { name: 'x', subject: { type: 'doc', content: [{ type: 'paragraph' }, { type: 'paragraph' }] }, body: EMPTY },
      /one line/,
    ],
    ['post', '/notes', {}, /needs a name/],
    ['post', '/drafts', { mode: 'shout' }, /not one of the choices/],
    [
      'put',
      '/settings',
      {
        version: 1,
        name: 'x',
        locale: 'no such place',
        timeZone: 'UTC',
        fields: [],
        signatures: [{ id: 'a', name: 'A', body: EMPTY }],
      },
      /language and region/,
    ],
    [
      'put',
      '/settings',
      {
        version: 1,
        name: 'x',
        locale: 'en',
        timeZone: 'Mars/Olympus',
        fields: [],
        signatures: [{ id: 'a', name: 'A', body: EMPTY }],
      },
      /time zone/,
    ],
    [
      'put',
      '/settings',
      {
        version: 1,
        name: 'x',
        locale: 'en',
        timeZone: 'UTC',
        fields: [
          { name: 'a', value: '' },
          { name: 'A', value: '' },
        ],
        signatures: [{ id: 'a', name: 'A', body: EMPTY }],
      },
      /same name/,
    ],
  ];
  for (const [method, path, data, message] of tries) {
    const answer = await context.fetch(`/api${path}`, { method, data });
    expect(answer.status(), path).toBe(422);
    const { words, fields } = (await answer.json()).data;
    expect([words, ...Object.values<Phrase>(fields ?? {})].map((one) => said(one)).join(' '), path).toMatch(message);
  }
  expect(await (await context.get('/api/notes')).json()).toEqual([]);
});
