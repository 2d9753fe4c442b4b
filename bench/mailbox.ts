import { mailSearchSchema, type MailSearchQuery } from '#shared/schemas/message';
import { signUp } from '../server/services/accounts';
import { openApplication } from '../server/services/application';
import { findMessages, openMessage, readMessageList, readThread } from '../server/services/messages';
import { chance, letters } from './letters';
import { print, spread } from './measure';

/** So often each thing is done. */
const TIMES = 100;

/** Does something again and again, one time after the other; a `yardstick` is what comes after it is measured against. */
async function measure(name: string, size: number, work: () => Promise<unknown>, yardstick?: number | true) {
  const times: number[] = [];
  for (let i = 0; i < TIMES; i++) {
    const start = performance.now();
    await work();
    times.push(performance.now() - start);
  }
  const row = { name, size, ...spread(times) };
  if (yardstick === true) print({ ...row, yardstick: true });
  else print({ ...row, ...(yardstick && { ratio: Number((row.p95 / yardstick).toFixed(2)) }) });
  return row.p95;
}

/** A mailbox of so many messages: list, page, open, search and conversation, each beside the bare query. */
export async function benchMailbox(url: string, size: number): Promise<void> {
  const app = await openApplication(url);
  const passwords = { hash: async (text: string) => text, verify: async () => true };
  const { id: owner } = await signUp(app, passwords, {
    ...{
      name: 'Bench',
      address: 'bench-mail@test.example',
      password: 'a long password',
      locale: 'en-GB',
      timeZone: 'UTC',
    },
  });
  let portion: { raw: Buffer; options: { receivedAt: number } }[] = [];
  const start = performance.now();
  for (const { raw, at } of letters(size, 'bench-mail@test.example')) {
    portion.push({ raw, options: { receivedAt: at } });
    if (portion.length < 200) continue;
    await app.mail(owner).appendAll('archive', portion);
    portion = [];
  }
  print({
    name: 'mailbox: stored (mean for each message)',
    size,
    median: Number(((performance.now() - start) / size).toFixed(3)),
    p95: 0,
  });

  const ids = (await app.db('messages').where({ owner }).orderBy('received_at').select('id')).map((row) =>
    String(row.id),
  );
  const random = chance();
  const some = () => ids[random(ids.length)]!;
  const list = (after?: string) =>
    readMessageList(app, owner, { folder: 'archive', waiting: false, limit: 100, after });
  const bare = (sql: string, values: () => unknown[]) => async () => void (await app.db.raw(sql, values() as never));
  const rows = 'SELECT * FROM messages WHERE owner = ? AND folder = ?';
  const page = `${rows} ORDER BY received_at DESC, id DESC LIMIT 101`;
  const barePage = await measure(
    'mailbox: bare query of a page',
    size,
    bare(page, () => [owner, 'archive']),
    true,
  );
  await measure('mailbox: list, first page', size, () => list(), barePage);
  await measure('mailbox: list, a page anywhere', size, () => list(some()), barePage);
  const source = 'SELECT raw FROM message_sources WHERE message_id = ?';
  const bareSource = await measure(
    'mailbox: bare query of the bytes',
    size,
    bare(source, () => [some()]),
    true,
  );
  await measure('mailbox: open', size, () => openMessage(app, owner, some(), false), bareSource);
  await measure('mailbox: conversation', size, () => readThread(app, owner, some()));
  const texts = await app.db('message_sources').where({ owner }).limit(500).select('text');
  const wordOf = () => {
    const words = String(texts[random(texts.length)]!.text).split(' ');
    return words[random(words.length)]!;
  };
  const search =
    (words: () => string, part: Partial<MailSearchQuery> = {}) =>
    () =>
      findMessages(app, owner, mailSearchSchema.cast({ words: words(), ...part }) as MailSearchQuery);
  await measure('mailbox: search, a word', size, search(wordOf));
  await measure(
    'mailbox: search, two words',
    size,
    search(() => `${wordOf()} ${wordOf()}`),
  );
  await measure(
    'mailbox: search, the beginning of a word',
    size,
    search(() => wordOf().slice(0, 4)),
  );
  await measure('mailbox: search, a word with a person', size, search(wordOf, { person: 'p7@client.example' }));
  await measure(
    'mailbox: search, since a day, with nothing found',
    size,
    search(() => 'zzzz', { since: '2026-11-01' }),
  );
  await app.close();
}
