import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { request, type APIRequestContext } from '@playwright/test';
import type { MailServer } from '../../shared/schemas/mailbox';
import { connect } from '../../server/db/connect';
import { newId } from '../../server/db/id';
import { insertFolder } from '../../server/db/repositories/folders';
import { insertMailbox, pauseMailbox } from '../../server/db/repositories/mailboxes';
import { addPieces } from '../../server/db/repositories/wordings';
import { clientMessage, expect } from './desk';

/** Routes that anybody may ask; they answer for nobody in particular. */
export const PUBLIC = [
  'GET /health',
  'GET /account',
  'GET /licences',
  'POST /account/sign-up',
  'POST /account/sign-in',
  'POST /account/sign-out',
  'POST /account/demo',
];

/** Every route of the server, from its files. */
export function routes(folder = 'server/api', path = ''): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    if (entry.isDirectory()) return routes(join(folder, entry.name), `${path}/${entry.name}`);
    const [, name, method] = /^(.+)\.(get|post|put|patch|delete)\.ts$/.exec(entry.name) ?? [];
    return name ? [`${method!.toUpperCase()} ${name === 'index' ? path : `${path}/${name}`}`] : [];
  });
}

export async function newcomer(baseURL: string, name: string): Promise<APIRequestContext> {
  const context = await request.newContext({ baseURL });
  const address = `${name}-${Date.now()}-${Math.random()}@test.example`;
  const answer = await context.post('/api/account/sign-up', { data: { name, address, password: 'a long password' } });
  expect(answer.status()).toBe(200);
  const settings = await (await context.get('/api/settings')).json();
  await context.put('/api/settings', { data: { ...settings, sendDelay: 0 } });
  return context;
}

/** A lookup with one row. */
const TABLE = {
  name: 'Prices',
  columns: [{ id: 'c1', name: 'Name', type: 'text' }],
  keyColumn: 'c1',
  rows: [{ c1: 'A' }],
};
export const EMPTY = { type: 'doc', content: [{ type: 'paragraph' }] };

export const json = async (context: APIRequestContext, path: string, data?: object) =>
  (await (data ? context.post(`/api${path}`, { data }) : context.get(`/api${path}`))).json();

const NOBODY = { host: 'localhost', port: 1, security: 'none', user: 'nobody', certificate: '' };
/** A mailbox on servers that are not there. */
const UNREACHED = { address: 'strange@test.example', password: 'x', receiving: NOBODY, sending: NOBODY };

/** Gives an account a mailbox that rests, with a folder. */
async function giveMailbox(owner: string): Promise<{ id: string; folder: string }> {
  const db = connect(process.env.JAR_NOTE_DATABASE!);
  const id = newId();
  const written = {
    name: 'Hidden mailbox',
    address: `hidden-${id}@test.example`,
    keepDays: 0,
    secrets: Buffer.alloc(0),
  };
  const server = NOBODY as MailServer;
  await insertMailbox(db, owner, id, { ...written, receiving: server, sending: server }, Date.now());
  await pauseMailbox(db, owner, id, true);
  const folder = await insertFolder(db, owner, {
    mailboxId: id,
    path: 'Hidden folder',
    name: 'Hidden folder',
    role: 'own',
  });
  await db.destroy();
  return { id, folder: folder.id };
}

/** Gives an account a wording it has written, in a letter that was sent. */
async function giveWording(owner: string, letter: string): Promise<string> {
  const db = connect(process.env.JAR_NOTE_DATABASE!);
  const wording = newId();
  const text = 'Hidden wording that was written by hand';
  const piece = { wording, isNew: true, keys: [1], text, letter: { id: letter, at: Date.now(), to: [] } };
  await db.transaction((trx) => addPieces(trx, owner, [piece]));
  await db.destroy();
  return wording;
}

/** What may be asked of a route: of something of the owner's (`path`), with what (`data` or `raw`); a `list` is everybody's own. */
export type Asked = Record<string, { path?: string; data?: object; list?: boolean; raw?: Buffer }>;

/** Gives an account one of everything, and says what every route may be asked with it. */
export async function furnish(owner: APIRequestContext) {
  const withPart = Buffer.from(
    'From: Ada <ada@client.example>\r\nDate: Mon, 23 Nov 2026 09:00:00 +0000\r\nContent-Type: text/plain\r\nContent-Disposition: attachment; filename=secret.txt\r\n\r\nsecret',
  );
  await owner.post('/api/messages/import', { data: withPart, headers: { 'content-type': 'application/octet-stream' } });
  await owner.post('/api/messages/import', {
    data: clientMessage(),
    headers: { 'content-type': 'application/octet-stream' },
  });
  const [message] = (await json(owner, '/messages')).rows.filter((row: { attachments: number }) => row.attachments);
  const note = await json(owner, '/notes', { name: 'Mine', subject: EMPTY, body: EMPTY });
  const shelf = await json(owner, '/shelves', { name: 'Hidden shelf' });
  const file = await (
    await owner.post('/api/files?use=attachment&name=hidden.txt', {
      data: Buffer.from('hidden file'),
      headers: { 'content-type': 'text/plain' },
    })
  ).json();
  const coming = await json(owner, '/imports', {});
  await owner.post(`/api/imports/${coming.id}/files?name=hidden.txt`, {
    data: Buffer.from('Hidden import'),
    headers: { 'content-type': 'application/octet-stream' },
  });
  const [session] = await json(owner, '/sessions');
  const lookup = await json(owner, '/lookups', { ...TABLE, name: 'Hidden prices' });
  const draft = await json(owner, '/drafts', { mode: 'reply', originalId: message.id });
  const routine = await json(owner, '/routines', { name: 'Hidden routine' });
  const [person] = await json(owner, '/people?address=ada@client.example');
  const hands = await json(owner, '/hands', { question: 'Hidden question?', options: ['one', 'two'], several: false });
  const letter = await json(owner, '/drafts', { mode: 'new' });
  const content = {
    to: [{ name: '', address: 'x@client.example' }],
    cc: [],
    bcc: [],
    subject: EMPTY,
    body: EMPTY,
    fills: {
      one: {
        blanks: [{ label: 'secret day', kind: 'text', options: {} }],
        answers: { 'secret day': 'secret Monday' },
        passages: {},
      },
    },
    quote: false,
  };
  const saved = await (await owner.put(`/api/drafts/${letter.id}`, { data: { ...content, version: 1 } })).json();
  const sending = await json(owner, `/drafts/${letter.id}/send`, { version: saved.version, key: 'owner-sends-once' });
  expect(sending.state).toBe('sent');
  expect(await (await owner.get(`/api/messages/${message.id}/attachments/0`)).text()).toContain('secret');

  const wording = await giveWording((await json(owner, '/account')).account.id, sending.sentMessageId);
  const mailbox = await giveMailbox((await json(owner, '/account')).account.id);

  /** What a stranger would ask with the owner's ids. Lists are asked too: they must not show the owner's rows. */
  const asked: Asked = {
    'GET /settings': { list: true },
    'PUT /settings': {
      data: { version: 1, name: 'Stranger', locale: 'en-GB', timeZone: 'UTC', fields: [], signatures: [] },
      list: true,
    },
    'GET /messages': { list: true },
    'GET /messages/search': { path: '/messages/search?words=secret', list: true },
    'POST /messages/change': { data: { ids: [message.id], change: { folder: 'trash' } }, list: true },
    'GET /messages/[id]/thread': { path: `/messages/${message.id}/thread` },
    'GET /mailboxes': { list: true },
    'GET /mailboxes/senders': { list: true },
    'POST /mailboxes': { data: UNREACHED, list: true },
    // Without an address, so that nobody's name is looked up.
    'GET /mailboxes/proposal': { path: '/mailboxes/proposal?address=nobody', list: true },
    'PUT /mailboxes/[id]': { path: `/mailboxes/${mailbox.id}`, data: UNREACHED },
    'DELETE /mailboxes/[id]': { path: `/mailboxes/${mailbox.id}` },
    'PUT /mailboxes/[id]/paused': { path: `/mailboxes/${mailbox.id}/paused`, data: { paused: false } },
    'GET /folders': { list: true },
    'PUT /folders/[id]': { path: `/folders/${mailbox.folder}`, data: { role: 'own' } },
    'POST /messages/import': { raw: clientMessage({ id: 'strange' }), list: true },
    'GET /messages/[id]': { path: `/messages/${message.id}` },
    'PATCH /messages/[id]': { path: `/messages/${message.id}`, data: { folder: 'trash' } },
    'GET /messages/[id]/page': { path: `/messages/${message.id}/page` },
    'GET /messages/[id]/source': { path: `/messages/${message.id}/source` },
    'GET /messages/[id]/answer': { path: `/messages/${message.id}/answer`, list: true },
    'GET /messages/[id]/attachments/[index]': { path: `/messages/${message.id}/attachments/0` },
    'GET /sessions': { list: true },
    'DELETE /sessions': { list: true },
    'DELETE /sessions/[id]': { path: `/sessions/${session.id}`, list: true },
    'GET /people': { path: '/people?address=ada@client.example', list: true },
    'GET /knowing/past': { list: true },
    'DELETE /knowing/past': { list: true },
    'POST /knowing/passed': { data: { messageId: message.id, offered: [note.id] }, list: true },
    'GET /time-back': { list: true },
    'DELETE /time-back': { list: true },
    'POST /time-back/measured': { data: { kind: 'library', milliseconds: 1 }, list: true },
    'GET /repeated': { list: true },
    'DELETE /repeated': { list: true },
    'GET /repeated/typed': { list: true },
    'POST /repeated/anew': { list: true },
    'GET /repeated/[id]': { path: `/repeated/${wording}` },
    'PUT /repeated/[id]': { path: `/repeated/${wording}`, data: { state: 'left' } },
    'GET /tending': { list: true },
    'POST /tending/left': { data: { about: `never-used|${note.id}|` }, list: true },
    'GET /hands': { list: true },
    'POST /hands': { data: { question: 'Strange?', options: ['a', 'b'], several: false }, list: true },
    'GET /hands/[id]': { path: `/hands/${hands.id}` },
    'PUT /hands/[id]': { path: `/hands/${hands.id}`, data: { version: 1, lastDay: null, deleted: true } },
    'POST /hands/[id]/answers': {
      path: `/hands/${hands.id}/answers`,
      data: { address: 'x@client.example', options: [1] },
    },
    'PUT /hands/[id]/answers/[answer]': {
      path: `/hands/${hands.id}/answers/${hands.id}`,
      data: { state: 'rejected', options: [] },
    },
    'GET /people/list': { list: true },
    'GET /people/file': { path: `/people/file?format=csv&id=${person.id}` },
    'GET /people/[id]': { path: `/people/${person.id}` },
    'GET /people/[id]/messages': { path: `/people/${person.id}/messages` },
    'GET /people/[id]/archive': { path: `/people/${person.id}/archive` },
    'POST /people/[id]/join': {
      path: `/people/${person.id}/join`,
      data: { version: 1, other: person.id, otherVersion: 1 },
    },
    'POST /people/[id]/apart': { path: `/people/${person.id}/apart`, data: { part: person.id } },
    'POST /people/[id]/delete': { path: `/people/${person.id}/delete`, data: { version: 1, messages: true } },
    'PUT /people/[id]': {
      path: `/people/${person.id}`,
      data: { version: 1, firstName: 'X', lastName: '', fullName: '', company: '' },
    },
    'POST /people': { data: { name: 'Strange', address: 'strange@client.example' }, list: true },
    'POST /answers/search': { data: { keys: ['secret day'], address: 'ada@client.example' }, list: true },
    'GET /lookups': { list: true },
    'POST /lookups': { data: TABLE, list: true },
    'GET /lookups/[id]': { path: `/lookups/${lookup.id}` },
    'PUT /lookups/[id]': { path: `/lookups/${lookup.id}`, data: { ...TABLE, version: 1 } },
    'DELETE /lookups/[id]': { path: `/lookups/${lookup.id}` },
    'POST /lookups/[id]/restore': { path: `/lookups/${lookup.id}/restore` },
    'GET /lookups/[id]/uses': { path: `/lookups/${lookup.id}/uses` },
    'POST /lookups/[id]/carry-key': { path: `/lookups/${lookup.id}/carry-key`, data: { from: 'A', to: 'B' } },
    'GET /notes': { list: true },
    'POST /notes': { data: { name: 'Strange', subject: EMPTY, body: EMPTY }, list: true },
    'GET /notes/[id]': { path: `/notes/${note.id}` },
    'PUT /notes/[id]': { path: `/notes/${note.id}`, data: { version: 1, name: 'X', subject: EMPTY, body: EMPTY } },
    'POST /notes/[id]/used': { path: `/notes/${note.id}/used` },
    'DELETE /notes/[id]/used': { path: `/notes/${note.id}/used` },
    'GET /notes/[id]/history': { path: `/notes/${note.id}/history` },
    'GET /notes/[id]/constants': { path: `/notes/${note.id}/constants` },
    'GET /notes/[id]/file/[format]': { path: `/notes/${note.id}/file/md` },
    'GET /notes/marks': { list: true },
    'GET /notes/bin': { list: true },
    'POST /notes/move': { data: { places: [{ id: note.id, shelfId: null }] } },
    'POST /notes/copy': { data: { ids: [note.id] } },
    'POST /notes/pin': { data: { ids: [note.id], pinned: true } },
    'PUT /notes/pins': { data: { ids: [note.id] }, list: true },
    'POST /notes/delete': { data: { ids: [note.id] } },
    'POST /notes/restore': { data: { ids: [note.id] } },
    'GET /shelves': { list: true },
    'POST /shelves': { data: { name: 'Strange' }, list: true },
    'PUT /shelves/[id]': { path: `/shelves/${shelf.id}`, data: { name: 'X', version: 1 } },
    'DELETE /shelves/[id]': { path: `/shelves/${shelf.id}` },
    'POST /shelves/[id]/restore': { path: `/shelves/${shelf.id}/restore` },
    'POST /files': { path: '/files?use=attachment&name=strange.txt', raw: Buffer.from('strange'), list: true },
    'GET /files/[file]': { path: `/files/${file.file}` },
    'POST /messages/[id]/files': { path: `/messages/${message.id}/files`, data: {} },
    'POST /messages/[id]/keep': { path: `/messages/${message.id}/keep`, data: {} },
    'POST /messages/keeping': { raw: clientMessage({ id: 'kept' }), list: true },
    'POST /bundles': { data: { sender: true, people: true, past: true }, list: true },
    'GET /imports': { list: true },
    'POST /imports': { data: {}, list: true },
    'GET /imports/[id]': { path: `/imports/${coming.id}` },
    'DELETE /imports/[id]': { path: `/imports/${coming.id}` },
    'POST /imports/[id]/files': { path: `/imports/${coming.id}/files?name=x.txt`, raw: Buffer.from('x') },
    'POST /imports/[id]/starter': { path: `/imports/${coming.id}/starter` },
    'GET /imports/[id]/items/[position]': { path: `/imports/${coming.id}/items/0` },
    'PUT /imports/[id]/items/[position]': {
      path: `/imports/${coming.id}/items/0`,
      data: { part: 'signature', back: true },
    },
    'PUT /imports/[id]/choices': { path: `/imports/${coming.id}/choices`, data: { choices: [] } },
    'POST /imports/[id]/run': { path: `/imports/${coming.id}/run` },
    'POST /imports/[id]/undo': { path: `/imports/${coming.id}/undo` },
    'POST /messages/written-before': { data: { text: 'hello' }, list: true },
    'POST /notes/accidents': { data: { cue: 'gate' }, list: true },
    'GET /slips/common': { list: true },
    'GET /look/people': { list: true },
    'GET /routines': { list: true },
    'POST /routines': { data: { name: 'Strange' }, list: true },
    'PUT /routines': { data: { ids: [routine.id] }, list: true },
    'PUT /routines/[id]': { path: `/routines/${routine.id}`, data: { name: 'X', version: 1 } },
    'DELETE /routines/[id]': { path: `/routines/${routine.id}` },
    'POST /routines/[id]/restore': { path: `/routines/${routine.id}/restore` },
    'GET /drafts': { list: true },
    'POST /drafts': { data: { mode: 'reply', originalId: message.id } },
    'GET /drafts/[id]': { path: `/drafts/${draft.id}` },
    'PUT /drafts/[id]': { path: `/drafts/${draft.id}`, data: { ...content, version: draft.version } },
    'DELETE /drafts/[id]': { path: `/drafts/${draft.id}` },
    'GET /drafts/[id]/arrival': { path: `/drafts/${draft.id}/arrival` },
    'GET /drafts/[id]/source': { path: `/drafts/${draft.id}/source` },
    'POST /drafts/[id]/restore': { path: `/drafts/${draft.id}/restore` },
    'POST /drafts/[id]/send': {
      path: `/drafts/${draft.id}/send`,
      data: { version: draft.version, key: 'owner-sends-once-more' },
    },
    'GET /sendings/[id]': { path: `/sendings/${sending.id}` },
    'POST /sendings/[id]/take-back': { path: `/sendings/${sending.id}/take-back` },
  };
  return { asked, message, note, draft, person, letter, sending, lookup, shelf, file, coming };
}
