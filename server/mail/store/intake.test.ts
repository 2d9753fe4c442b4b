import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import type { StoredFolder } from '#shared/schemas/message';
import { newAccount, openTestApplication } from '../../../tests/application';
import { settleWaiting } from '../../db/repositories/waiting';
import { inTransaction } from '../../db/transaction';
import type { Application } from '../../services/application';
import { columnsOf } from '../derive';
import { storeMessages, type Incoming } from './intake';

let app: Application;
beforeAll(async () => {
  app = await openTestApplication();
});

/** A message as a number of its own: from whom, what it answers, when, and how it lies. */
const letters = fc.array(
  fc.record({
    fromSelf: fc.boolean(),
    /** Which of those before it is answered; by its subject alone where it names none. */
    answers: fc.option(fc.nat(20)),
    naming: fc.boolean(),
    /** Others that it names, before it or behind. */
    names: fc.array(fc.nat(11), { maxLength: 2 }),
    hour: fc.nat(23),
    folder: fc.constantFrom<StoredFolder>('inbox', 'inbox', 'inbox', 'sent', 'archive', 'trash'),
    answered: fc.nat(3).map((some) => some === 0),
    portion: fc.nat(2),
  }),
  { minLength: 1, maxLength: 12 },
);

/** A thread that is there and one of before it become one by a message that names both. */
const oneOfTwo = [
  { fromSelf: true, hour: 9, folder: 'sent', portion: 2, names: [] },
  { fromSelf: false, hour: 1, folder: 'inbox', portion: 0, names: [] },
  { fromSelf: false, hour: 12, folder: 'inbox', portion: 0, names: [0, 1] },
].map((one) => ({ ...one, folder: one.folder as StoredFolder, answers: null, naming: true, answered: false }));

describe('storing messages', () => {
  it('works out what waits in new threads as the database does for those it has', async () => {
    let waiting = 0;
    await fc.assert(
      fc.asyncProperty(letters, async (some) => {
        const { id: owner, address } = await newAccount(app);
        const subjectOf = (i: number): string => {
          const to = some[i]!.answers;
          return to !== null && to < i ? `Re: ${subjectOf(to).replace(/^Re: /, '')}` : `Matter ${i}`;
        };
        const texts = some.map(({ fromSelf, answers, naming, names, hour }, i) => {
          const [from, to] = fromSelf ? [address, 'ines@client.example'] : ['ines@client.example', address];
          return [
            ...[`From: ${from}`, `To: ${to}`, `Subject: ${subjectOf(i)}`, `Message-ID: <${i}@x.example>`],
            `Date: Mon, 2 Nov 2026 ${String(hour).padStart(2, '0')}:00:00 +0000`,
            ...(answers !== null && answers < i && naming ? [`In-Reply-To: <${answers}@x.example>`] : []),
            ...(naming ? [`References: ${names.map((other) => `<${other}@x.example>`).join(' ')}`] : []),
            ...['', `text ${i}`],
          ].join('\r\n');
        });
        // Portions come in any order, and a thread in several of them.
        for (const portion of [2, 0, 1])
          for (const folder of ['inbox', 'sent', 'archive', 'trash'] as const) {
            const incoming: Incoming[] = [];
            for (const [i, one] of some.entries())
              if (one.portion === portion && one.folder === folder) {
                const raw = Buffer.from(texts[i]!);
                incoming.push({ raw, columns: await columnsOf(raw), options: { answered: one.answered } });
              }
            await inTransaction(app.db, (trx) =>
              storeMessages(trx, owner, { folder, mailboxId: null, since: 0 }, incoming),
            );
          }
        const rows = () => app.db('messages').where({ owner }).orderBy('id').select('id', 'thread_id', 'waits');
        const stored = await rows();
        await settleWaiting(
          app.db,
          owner,
          stored.map(({ thread_id: thread }) => String(thread)),
        );
        expect(stored).toEqual(await rows());
        waiting += stored.filter(({ waits }) => waits).length;
      }),
      { numRuns: 60, examples: [[oneOfTwo]] },
    );
    expect(waiting).toBeGreaterThan(10);
  });

  it('keeps a message larger than what is written together, among others, byte for byte', async () => {
    const { id: owner } = await newAccount(app);
    const raws = ['small one', 'x'.repeat(5_000_000), 'small two'].map((text, i) =>
      Buffer.from(`From: ines@client.example\r\nMessage-ID: <size${i}@x.example>\r\n\r\n${text}`),
    );
    for (const some of [raws.slice(0, 2), raws.slice(1), [raws[1]!]]) {
      const stored = await app.mail(owner).appendAll(
        'inbox',
        some.map((raw) => ({ raw })),
      );
      for (const [i, { id }] of stored.entries())
        expect((await app.mail(owner).get(id)).raw.equals(some[i]!)).toBe(true);
    }
    const alone = await newAccount(app);
    const { id } = await app.mail(alone.id).append('inbox', raws[1]!);
    expect((await app.mail(alone.id).get(id)).raw.length).toBe(raws[1]!.length);
  });
});
