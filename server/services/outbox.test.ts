import { beforeAll, describe, expect, it, vi } from 'vitest';
import { fillContext } from '#shared/utils/fillContext';
import { fill } from '#core/blank/fill';
import type { Finding } from '#core/look/letter/finding';
import { docFromText, parseDoc } from '#core/note/schema';
import { newAccount, openTestApplication } from '../../tests/application';
import { said } from '../../tests/words';
import { LETTER, readyDraft, withSender, saveDraft } from '../../tests/sending';
import { listDeliveries } from '../db/repositories/deliveries';
import type { Application } from './application';
import { changeSettings, readSettings } from './accounts';
import { beginDraft, readDraft } from './drafts';
import type { UserError } from './errors';
import { storeFile } from './files';
import { changeLookup, keepLookup } from './lookups';
import { dispatchDue, Outbox } from './outbox';
import { dispatch, readSending, sendDraft, takeBack } from './sending';

let app: Application;
beforeAll(async () => {
  app = await openTestApplication();
});

describe('a message that rests before it leaves', () => {
  it('is taken back whole, and leaves by itself when the time is over', async () => {
    const { id: owner } = await newAccount(app);
    await changeSettings(app, owner, { ...(await readSettings(app, owner)), sendDelay: 10 });
    const { draft, originalId } = await readyDraft(app, owner);
    const waiting = async () =>
      (await app.mail(owner).list({ folder: 'inbox', waiting: true, limit: 50, today: '2099-01-01' })).rows;
    expect(await waiting()).toMatchObject([{ id: originalId }]);
    const resting = await sendDraft(app, owner, draft.id, { version: draft.version, key: 'rests-here' });
    expect(resting).toMatchObject({ state: 'queued', problem: null });
    expect(Math.abs(resting.leavesAt - Date.now() - 10_000)).toBeLessThan(5_000);
    await dispatchDue(app);
    expect(await readSending(app, owner, resting.id)).toMatchObject({ state: 'queued' });
    // What is being answered does not wait meanwhile.
    expect(await waiting()).toEqual([]);
    await takeBack(app, owner, resting.id);
    expect(await waiting()).toMatchObject([{ id: originalId }]);
    expect(await readDraft(app, owner, draft.id)).toMatchObject({ state: 'open', body: draft.body, problem: null });

    const again = await sendDraft(app, owner, draft.id, { version: draft.version, key: 'rests-again' });
    await dispatchDue({ ...app, now: () => Date.now() + 11_000 });
    expect(await readSending(app, owner, again.id)).toMatchObject({ state: 'sent', leavesAt: 0 });
    await expect(takeBack(app, owner, again.id)).rejects.toMatchObject({ status: 409 });
  });
});

describe('what rests', () => {
  it('leaves when its time is over, each at its own', async () => {
    const outbox = new Outbox(app, 60_000);
    const kept: Application = { ...app, wakeOutbox: (at) => outbox.wake(at) };
    /** Presses Send, so that a message rests for some seconds. */
    async function send(seconds: number) {
      const { id: owner } = await newAccount(app);
      await changeSettings(app, owner, { ...(await readSettings(app, owner)), sendDelay: seconds });
      const { draft } = await readyDraft(app, owner);
      const press = { version: draft.version, key: `rests-${seconds}` };
      return { owner, ...(await sendDraft(kept, owner, draft.id, press)) };
    }
    const sent = [await send(2), await send(1)];
    for (const { owner, id, leavesAt } of sent)
      await expect
        .poll(async () => (await readSending(app, owner, id)).state, { timeout: leavesAt + 10_000 - Date.now() })
        .toBe('sent');
    outbox.stop();
  });
});

describe('a fact that was changed in its lookup after the letter was filled', () => {
  it('holds the letter back, and goes all the same when told to', async () => {
    const { id: owner } = await newAccount(app);
    const lookup = await keepLookup(app, owner, {
      name: 'Services',
      columns: [
        { id: 'k', name: 'Service', type: 'text' },
        { id: 'p', name: 'Price', type: 'money' },
      ],
      keyColumn: 'k',
      rows: [{ k: 'Tuning', p: '120' }],
    });
    const { draft } = await readyDraft(app, owner);
    const options = { lookup: lookup.id, column: 'p', row: 'asked', of: '', hint: '' };
    const wording = parseDoc({
      type: 'doc',
      content: [
        { type: 'paragraph', content: [{ type: 'blank', attrs: { label: 'price', kind: 'lookup', options } }] },
      ],
    });
    const settings = await readSettings(app, owner);
    const context = fillContext(settings, { [lookup.id]: lookup }, draft.to[0], null, null);
    const filled = fill({ subject: parseDoc(draft.subject), body: wording }, context, { price: 'Tuning' }, 'one');
    const ready = await saveDraft(app, owner, {
      ...draft,
      body: filled.body.toJSON(),
      fills: { one: filled.fill },
    });
    const press = { version: ready.version, key: 'first-press' };
    await changeLookup(app, owner, lookup.id, { ...lookup, rows: [{ k: 'Tuning', p: '135' }] });
    const error = await sendDraft(app, owner, draft.id, press).catch((error: UserError) => error);
    expect(error).toMatchObject({ status: 422 });
    const [finding] = (error as UserError).data.findings as Finding[];
    expect(said(finding!.words)).toMatch(/^“price” was .*120.* when it was filled in; the lookup says .*135.* now$/);
    const sent = await sendDraft(app, owner, draft.id, { ...press, key: 'second-press', anyway: true });
    expect(sent.state).toBe('sent');
  });
});

describe('accepting and delivering', () => {
  it('are one: what cannot be put into an inbox was not accepted, and is tried again', async () => {
    const { id: owner } = await newAccount(app);
    const receiver = await newAccount(app);
    const { draft } = await readyDraft(app, owner, receiver.address);
    await app.db.raw(
      `CREATE TRIGGER full_inbox BEFORE INSERT ON messages FOR EACH ROW
       IF NEW.owner = '${receiver.id}' THEN SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'full'; END IF`,
    );
    const sending = await sendDraft(app, owner, draft.id, { version: draft.version, key: 'full-inbox' });
    expect(sending).toMatchObject({ state: 'queued' });
    expect(await listDeliveries(app.db, owner)).toEqual([]);
    await app.db.raw('DROP TRIGGER full_inbox');
    await dispatchDue({ ...app, now: () => Date.now() + 60_000 });
    expect(await readSending(app, owner, sending.id)).toMatchObject({ state: 'sent' });
    expect(
      (await app.mail(receiver.id).list({ folder: 'inbox', waiting: false, limit: 10, today: '2026-11-26' })).total,
    ).toBe(1);
  });

  it('a message is stored and its sender met, or neither', async () => {
    const { id: owner } = await newAccount(app);
    await app.db.raw(
      `CREATE TRIGGER no_people BEFORE INSERT ON people FOR EACH ROW
       IF NEW.owner = '${owner}' THEN SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'no'; END IF`,
    );
    await expect(app.mail(owner).append('inbox', LETTER)).rejects.toThrow();
    expect(
      (await app.mail(owner).list({ folder: 'inbox', waiting: false, limit: 10, today: '2026-11-26' })).total,
    ).toBe(0);
    await app.db.raw('DROP TRIGGER no_people');
    await app.mail(owner).append('inbox', LETTER);
    expect(
      (await app.mail(owner).list({ folder: 'inbox', waiting: false, limit: 10, today: '2026-11-26' })).total,
    ).toBe(1);
  });
});

describe('a try that ended without an answer', () => {
  /** A post office that takes the message, or does not, and is never heard of. */
  const silent = (takes: boolean) =>
    withSender(app, (real) => ({
      ...real,
      async handOver(envelope, raw) {
        if (takes) await real.handOver(envelope, raw);
        return { outcome: 'unanswered', reason: 'Connection closed' };
      },
    }));

  it.each([true, false])('is asked after before it is tried again (it was taken: %s)', async (takes) => {
    const { id: owner } = await newAccount(app);
    const { draft } = await readyDraft(app, owner);
    const sending = await sendDraft(silent(takes), owner, draft.id, { version: draft.version, key: `silent-${takes}` });
    expect(sending.state).toBe('unanswered');
    let handed = 0;
    const counting = withSender(app, (real) => ({
      ...real,
      handOver: (...args) => (handed++, real.handOver(...args)),
    }));
    await dispatchDue({ ...counting, now: () => Date.now() + 60_000 });
    expect(handed).toBe(takes ? 0 : 1);
    expect(await readSending(app, owner, sending.id)).toMatchObject({ state: 'sent' });
    expect(await listDeliveries(app.db, owner)).toHaveLength(1);
  });

  it('cannot be taken back when it has arrived, and then nothing leaves twice', async () => {
    const { id: owner } = await newAccount(app);
    const { draft } = await readyDraft(app, owner);
    const { id } = await sendDraft(silent(true), owner, draft.id, { version: draft.version, key: 'silent-back' });
    await expect(takeBack(app, owner, id)).rejects.toMatchObject({ status: 409, phrase: { code: 'sending.wasSent' } });
    expect(await readSending(app, owner, id)).toMatchObject({ state: 'sent' });
    expect(await listDeliveries(app.db, owner)).toHaveLength(1);
  });

  it('can be taken back when the post office says that it has nothing', async () => {
    const { id: owner } = await newAccount(app);
    const { draft } = await readyDraft(app, owner);
    const { id } = await sendDraft(silent(false), owner, draft.id, { version: draft.version, key: 'silent-free' });
    await takeBack(app, owner, id);
    expect(await readDraft(app, owner, draft.id)).toMatchObject({ state: 'open', body: draft.body });
    await dispatchDue({ ...app, now: () => Date.now() + 3_600_000 });
    expect(await listDeliveries(app.db, owner)).toEqual([]);
  });

  it('an answer of 4xx is none of these: it is tried again and nobody is asked', async () => {
    const { id: owner } = await newAccount(app);
    const { draft } = await readyDraft(app, owner);
    let busy = true;
    const office = withSender(app, (real) => ({
      wasAccepted: () => Promise.reject(new Error('asked')),
      handOver: async (envelope, raw) =>
        busy
          ? { outcome: 'declined', setbacks: envelope.to.map((address) => ({ address, final: false, reason: 'Busy' })) }
          : real.handOver(envelope, raw),
    }));
    const { id } = await sendDraft(office, owner, draft.id, { version: draft.version, key: 'busy-1' });
    await dispatchDue({ ...office, now: () => Date.now() + 60_000 });
    busy = false;
    await dispatchDue({ ...office, now: () => Date.now() + 3_600_000 });
    expect(await readSending(app, owner, id)).toMatchObject({ state: 'sent', problem: null });
  });
});

describe('many at once', () => {
  it('fifty sends with an attachment all leave, once each', { timeout: 60_000 }, async () => {
    const { id: owner } = await newAccount(app);
    const receiver = await newAccount(app);
    const file = await storeFile(app, owner, { name: 'a.txt', type: 'text/plain', content: Buffer.alloc(100_000, 65) });
    const drafts = [];
    for (let i = 0; i < 50; i++) {
      const draft = await beginDraft(app, owner, { mode: 'new', originalId: null });
      const to = [{ name: '', address: i % 2 ? receiver.address : 'ines@client.example' }];
      const content = { ...draft, to, subject: docFromText(`No. ${i}`), body: docFromText('x'), attachments: [file] };
      drafts.push(await saveDraft(app, owner, content));
    }
    const sent = await Promise.all(
      drafts.map(({ id, version }, i) => sendDraft(app, owner, id, { version, key: `at-once-${i}` })),
    );
    // On a slow machine some are answered as on their way, and leave a little later.
    expect(sent.filter(({ state }) => state !== 'sent' && state !== 'handing')).toEqual([]);
    await expect
      .poll(
        async () => (await Promise.all(sent.map(({ id }) => readSending(app, owner, id)))).map(({ state }) => state),
        {
          timeout: 30_000,
        },
      )
      .toEqual(sent.map(() => 'sent'));
    expect(await listDeliveries(app.db, owner)).toHaveLength(50);
    expect(
      (await app.mail(receiver.id).list({ folder: 'inbox', waiting: false, limit: 100, today: '2026-11-26' })).total,
    ).toBe(25);
    expect(
      (await app.mail(owner).list({ folder: 'sent', waiting: false, limit: 100, today: '2026-11-26' })).total,
    ).toBe(50);
  });

  it('who has a post office that does not answer keeps nobody else waiting', async () => {
    const [stuck, free] = [await newAccount(app), await newAccount(app)];
    /** Presses Send, so that a message rests. */
    async function send(owner: string, key: string) {
      await changeSettings(app, owner, { ...(await readSettings(app, owner)), sendDelay: 10 });
      const { draft } = await readyDraft(app, owner);
      return sendDraft(app, owner, draft.id, { version: draft.version, key });
    }
    for (let i = 0; i < 5; i++) await send(stuck.id, `stuck-${i}`);
    let [asked, answer] = [0, () => {}];
    const answered = new Promise<void>((resolve) => (answer = resolve));
    const office: Application = {
      ...app,
      now: () => Date.now() + 20_000,
      async sender(owner, mailbox) {
        const real = await app.sender(owner, mailbox);
        if (owner !== stuck.id) return real;
        return { ...real, handOver: async (...args) => (asked++, await answered, real.handOver(...args)) };
      },
    };
    const busy = new Set<string>();
    const first = dispatchDue(office, busy);
    await expect.poll(() => asked).toBe(1);
    const { id } = await send(free.id, 'free-1');
    await dispatchDue(office, busy);
    expect(await readSending(app, free.id, id)).toMatchObject({ state: 'sent' });
    answer();
    await first;
    expect(await listDeliveries(app.db, stuck.id)).toHaveLength(5);
  });

  it('of several processes that try the same message one hands it over', async () => {
    const { id: owner } = await newAccount(app);
    await changeSettings(app, owner, { ...(await readSettings(app, owner)), sendDelay: 10 });
    const { draft } = await readyDraft(app, owner);
    const { id } = await sendDraft(app, owner, draft.id, { version: draft.version, key: 'claimed-by-one' });
    let handed = 0;
    const office = withSender(app, (real) => ({
      ...real,
      handOver: async (...args) => (handed++, real.handOver(...args)),
    }));
    const at = Date.now() + 11_000;
    await Promise.all(Array.from({ length: 10 }, () => dispatch({ ...office, now: () => at }, owner, id)));
    expect(handed).toBe(1);
    expect(await listDeliveries(app.db, owner)).toHaveLength(1);
    expect(await readSending(app, owner, id)).toMatchObject({ state: 'sent' });
  });

  it('a process that slept over the end of its claim settles nothing that another one has', async () => {
    const { id: owner } = await newAccount(app);
    const { draft } = await readyDraft(app, owner);
    let answer = () => {};
    const slow = withSender(app, (real) => ({
      ...real,
      handOver: async (...args) => {
        await new Promise<void>((resolve) => (answer = resolve));
        return real.handOver(...args);
      },
    }));
    const sending = sendDraft(slow, owner, draft.id, { version: draft.version, key: 'slept-over' });
    const row = () => app.db('outbox').where({ owner }).first();
    await vi.waitFor(async () => expect(await row()).toMatchObject({ state: 'handing', attempts: 1 }));
    // Another one has claimed it since.
    await app.db('outbox').where({ owner }).update({ attempts: 2 });
    answer();
    expect(await sending).toMatchObject({ state: 'handing' });
    expect(await row()).toMatchObject({ state: 'handing', attempts: 2, sent_message_id: null });
    expect(await readDraft(app, owner, draft.id)).toMatchObject({ state: 'sending' });
    expect(
      (await app.mail(owner).list({ folder: 'sent', waiting: false, limit: 50, today: '2099-01-01' })).rows,
    ).toEqual([]);
    // It comes out once the other one is through with it: the post office has it, and is asked.
    expect(await dispatch({ ...app, now: () => Date.now() + 600_000 }, owner, (await row()).id)).toMatchObject({
      state: 'sent',
    });
    expect(await listDeliveries(app.db, owner)).toHaveLength(1);
  });

  it('a claim is renewed while a slow post office is waited for', async () => {
    vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval'] });
    try {
      const { id: owner } = await newAccount(app);
      const { draft } = await readyDraft(app, owner);
      let now = Date.now();
      let calls = 0;
      let answer = () => {};
      const slow: Application = {
        ...withSender(app, (real) => ({
          ...real,
          handOver: async (...args) => {
            calls++;
            await new Promise<void>((resolve) => (answer = resolve));
            return real.handOver(...args);
          },
        })),
        now: () => now,
      };
      const sending = sendDraft(slow, owner, draft.id, { version: draft.version, key: 'slow-office' });
      await vi.waitFor(() => expect(calls).toBe(1));
      for (let i = 0; i < 8; i++) {
        now += 30_000;
        await vi.advanceTimersByTimeAsync(30_000);
        await new Promise((resolve) => setTimeout(resolve, 30));
        expect(await dispatchDue(slow)).toBe(0);
      }
      answer();
      expect(await sending).toMatchObject({ state: 'sent' });
      expect(calls).toBe(1);
    } finally {
      vi.useRealTimers();
    }
  });
});
