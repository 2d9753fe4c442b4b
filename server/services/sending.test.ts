import { simpleParser } from 'mailparser';
import { beforeAll, describe, expect, it, vi } from 'vitest';
import { docFromText } from '../../core/note/schema';
import { newAccount, openTestApplication } from '../../tests/application';
import { listDeliveries } from '../db/repositories/deliveries';
import type { Handover, SenderPort } from '../mail/ports';
import type { Application } from './application';
import { changeSettings, readSettings } from './accounts';
import { beginDraft, changeDraft, readDraft } from './drafts';
import { storeFile } from './files';
import { dispatchDue, readSending, sendDraft, takeBack } from './sending';

let app: Application;
beforeAll(async () => {
  app = await openTestApplication();
});

const LETTER = Buffer.from(
  [
    'From: Ines Calloway <ines@client.example>',
    'To: wren@test.example',
    'Subject: Tuning',
    'Message-ID: <first@client.example>',
    'Date: Mon, 23 Nov 2026 09:00:00 +0000',
    '',
    'Could you come in December?',
    '',
  ].join('\r\n'),
);

async function readyDraft(owner: string, to = 'ines@client.example') {
  const { id: originalId } = await app
    .mailbox(owner)
    .append('inbox', Buffer.concat([LETTER, Buffer.from(Math.random() + '\r\n')]));
  const draft = await beginDraft(app, owner, { mode: 'reply', originalId });
  const changed = await changeDraft(app, owner, draft.id, {
    ...draft,
    to: [{ name: '', address: to }],
    body: docFromText('Dear Ines,\n\nyes.'),
  });
  return { originalId, draft: changed };
}

/** The application with a sender that misbehaves as told. */
function withSender(wrap: (real: SenderPort) => SenderPort): Application {
  return { ...app, sender: (owner) => wrap(app.sender(owner)) };
}

describe('sending a reply', () => {
  it('reaches the post office once, is kept in sent, and takes the message off Waiting', async () => {
    const { id: owner, address } = await newAccount(app);
    const settings = await readSettings(app, owner);
    await changeSettings(app, owner, { ...settings, signature: docFromText('Wren Halloway\n01632 960 418') });
    const { draft, originalId } = await readyDraft(owner);
    expect((await app.mailbox(owner).list({ folder: 'inbox', waiting: true, limit: 10 })).total).toBe(1);

    const sending = await sendDraft(app, owner, draft.id, { version: draft.version, key: 'press-of-send-1' });
    expect(sending).toMatchObject({ state: 'sent', problem: '' });

    const [delivery, ...others] = await listDeliveries(app.db, owner);
    expect(others).toEqual([]);
    expect(delivery!.envelopeTo).toEqual(['ines@client.example']);
    const mail = await simpleParser(delivery!.raw);
    expect(mail.subject).toBe('Re: Tuning');
    expect(mail.inReplyTo).toBe('<first@client.example>');
    expect(mail.references).toBe('<first@client.example>');
    expect(mail.from!.value).toEqual([{ name: 'Wren Halloway', address }]);
    expect(mail.text).toMatch(
      /^Dear Ines,\n\nyes\.\n\nWren Halloway\n01632 960 418\n\nOn .* Ines Calloway wrote:\n> Could you come/,
    );
    expect(mail.html).toContain('Could you come in December?');

    const { rows } = await app.mailbox(owner).list({ folder: 'sent', waiting: false, limit: 10 });
    expect(rows.map((row) => row.subject)).toEqual(['Re: Tuning']);
    expect((await app.mailbox(owner).get(rows[0]!.id)).raw.toString()).toContain('<first@client.example>');
    expect((await app.mailbox(owner).get(originalId)).answered).toBe(true);
    expect((await app.mailbox(owner).list({ folder: 'inbox', waiting: true, limit: 10 })).total).toBe(0);
    await expect(readDraft(app, owner, draft.id)).rejects.toMatchObject({ status: 404 });
  });

  it('is delivered to another account of the same post office', async () => {
    const sender = await newAccount(app);
    const receiver = await newAccount(app);
    const { draft } = await readyDraft(sender.id, receiver.address);
    await sendDraft(app, sender.id, draft.id, { version: draft.version, key: 'to-a-neighbour' });
    const { rows } = await app.mailbox(receiver.id).list({ folder: 'inbox', waiting: true, limit: 10 });
    expect(rows).toMatchObject([{ subject: 'Re: Tuning', from: { address: sender.address } }]);
  });

  it('sends once when Send is pressed twice, at once or after, with the same or another key', async () => {
    const { id: owner } = await newAccount(app);
    const { draft } = await readyDraft(owner);
    const press = (key: string) => sendDraft(app, owner, draft.id, { version: draft.version, key });
    await Promise.all([press('same-key'), press('same-key'), press('other-key')]);
    expect(await press('same-key')).toMatchObject({ draftId: draft.id });
    expect(await press('third-key')).toMatchObject({ draftId: draft.id, state: 'sent' });
    await dispatchDue(app);
    expect(await listDeliveries(app.db, owner)).toHaveLength(1);
    expect((await app.mailbox(owner).list({ folder: 'sent', waiting: false, limit: 10 })).total).toBe(1);
  });
});

describe('when something goes wrong', () => {
  it('shows a refusal in words and leaves the draft intact', async () => {
    const { id: owner } = await newAccount(app);
    const { draft } = await readyDraft(owner, 'somebody@nowhere.invalid');
    const sending = await sendDraft(app, owner, draft.id, { version: draft.version, key: 'refused-1' });
    expect(sending).toMatchObject({ state: 'refused', problem: 'There is no such place as "nowhere.invalid".' });
    const after = await readDraft(app, owner, draft.id);
    expect(after).toMatchObject({ state: 'refused', problem: sending.problem, body: draft.body, to: draft.to });
    const mended = await changeDraft(app, owner, draft.id, {
      ...after,
      to: [{ name: '', address: 'ines@client.example' }],
    });
    expect(await sendDraft(app, owner, draft.id, { version: mended.version, key: 'mended-1' })).toMatchObject({
      state: 'sent',
    });
    expect(await listDeliveries(app.db, owner)).toHaveLength(1);
  });

  it('tries again when the post office does not answer, and can be taken back meanwhile', async () => {
    const { id: owner } = await newAccount(app);
    const { draft } = await readyDraft(owner);
    let down = true;
    const flaky = withSender((real) => ({
      ...real,
      handOver: async (...args): Promise<Handover> =>
        down
          ? {
              outcome: 'declined',
              setbacks: args[0].to.map((address) => ({ address, final: false, reason: 'No answer' })),
            }
          : real.handOver(...args),
    }));
    const sending = await sendDraft(flaky, owner, draft.id, { version: draft.version, key: 'later-1' });
    expect(sending).toMatchObject({ state: 'queued', problem: 'No answer' });
    await expect(changeDraft(app, owner, draft.id, draft)).rejects.toMatchObject({ status: 409 });
    await takeBack(app, owner, sending.id);
    expect(await readDraft(app, owner, draft.id)).toMatchObject({ state: 'open', body: draft.body });

    const again = await sendDraft(flaky, owner, draft.id, { version: draft.version, key: 'later-2' });
    down = false;
    const later: Application = { ...flaky, now: () => Date.now() + 3_600_000 };
    await dispatchDue(later);
    expect(await readSending(app, owner, again.id)).toMatchObject({ state: 'sent' });
    expect(await listDeliveries(app.db, owner)).toHaveLength(1);
  });

  it.each(['before it is handed over', 'after the post office took it', 'while it is put into sent'])(
    'sends exactly once when the server is killed %s',
    async (moment) => {
      const { id: owner } = await newAccount(app);
      const { draft } = await readyDraft(owner);
      const killed = () => Promise.reject(new Error('killed'));
      let dying: Application;
      if (moment === 'while it is put into sent') {
        dying = { ...app, mailbox: (who) => ({ ...app.mailbox(who), append: killed }) };
      } else {
        dying = withSender((real) => ({
          ...real,
          handOver: async (...args) => {
            if (moment === 'after the post office took it') await real.handOver(...args);
            return killed();
          },
        }));
      }
      await expect(
        sendDraft(dying, owner, draft.id, { version: draft.version, key: `killed-${moment.length}` }),
      ).rejects.toThrow('killed');
      // The claim of the dead process still holds; nobody else tries yet.
      await dispatchDue(app);
      const before = moment === 'before it is handed over' ? 0 : 1;
      expect(await listDeliveries(app.db, owner)).toHaveLength(before);
      const later: Application = { ...app, now: () => Date.now() + 600_000 };
      await dispatchDue(later);
      await dispatchDue({ ...app, now: () => Date.now() + 1_200_000 });
      expect(await listDeliveries(app.db, owner)).toHaveLength(1);
      expect((await app.mailbox(owner).list({ folder: 'sent', waiting: false, limit: 10 })).total).toBe(1);
      await expect(readDraft(app, owner, draft.id)).rejects.toMatchObject({ status: 404 });
    },
  );

  it('says so and sends nothing when it cannot know whether a message left', async () => {
    const { id: owner } = await newAccount(app);
    const { draft } = await readyDraft(owner);
    const deaf = withSender(() => ({
      handOver: () => Promise.reject(new Error('killed')),
      wasAccepted: async () => 'unknown',
    }));
    await expect(sendDraft(deaf, owner, draft.id, { version: draft.version, key: 'unsure-1' })).rejects.toThrow(
      'killed',
    );
    await dispatchDue({ ...deaf, now: () => Date.now() + 600_000 });
    const after = await readDraft(app, owner, draft.id);
    expect(after.problem).toContain('It may have been sent');
    expect(after.body).toEqual(draft.body);
    expect(await listDeliveries(app.db, owner)).toHaveLength(0);
  });

  it('holds back what the last look stops, with the place', async () => {
    const { id: owner } = await newAccount(app);
    const draft = await beginDraft(app, owner, { mode: 'new', originalId: null });
    const blank = { type: 'blank', attrs: { label: 'day', kind: 'text', options: {}, insertion: 'a', place: '0' } };
    const changed = await changeDraft(app, owner, draft.id, {
      ...draft,
      to: [{ name: '', address: 'not an address' }],
      body: { type: 'doc', content: [{ type: 'paragraph', content: [blank] }] },
    });
    const error = await sendDraft(app, owner, draft.id, { version: changed.version, key: 'held-back' }).catch((e) => e);
    expect(error).toMatchObject({ status: 422, data: { code: 'held-back' } });
    expect(error.data.sights.map((sight: { code: string }) => sight.code)).toEqual([
      'bad-address',
      'open-blank',
      'no-subject',
    ]);
  });

  it('does not send what was changed in another window since', async () => {
    const { id: owner } = await newAccount(app);
    const { draft } = await readyDraft(owner);
    await changeDraft(app, owner, draft.id, { ...draft, body: docFromText('Changed.') });
    await expect(sendDraft(app, owner, draft.id, { version: draft.version, key: 'stale-send' })).rejects.toMatchObject({
      status: 409,
      data: { current: { body: docFromText('Changed.') } },
    });
    expect(await listDeliveries(app.db, owner)).toHaveLength(0);
  });

  it('takes no more with it than travels, measured as it travels', async () => {
    const { id: owner } = await newAccount(app);
    const { draft } = await readyDraft(owner);
    const file = await storeFile(app, owner, {
      name: 'a.pdf',
      type: 'application/pdf',
      content: Buffer.alloc(20e6, 1),
    });
    const changed = await changeDraft(app, owner, draft.id, { ...draft, attachments: [file] });
    const sent = sendDraft(app, owner, draft.id, { version: changed.version, key: 'too-large-1' });
    await expect(sent).rejects.toMatchObject({ status: 422, message: expect.stringMatching(/travels.*27 MB/) });
    expect(await readDraft(app, owner, draft.id)).toMatchObject({ state: 'open', attachments: [file] });
  });
});

describe('each recipient', () => {
  const two = [
    { name: '', address: 'ada@client.example' },
    { name: '', address: 'bob@client.example' },
  ];
  /** A post office that does not take a message for Bob, for good or for now. */
  const withoutBob = (final: () => boolean, isUp = () => false) =>
    withSender((real) => ({
      ...real,
      async handOver(envelope, raw) {
        const to = isUp() ? envelope.to : envelope.to.filter((address) => !address.startsWith('bob'));
        const setbacks = envelope.to
          .filter((address) => !to.includes(address))
          .map((address) => ({ address, final: final(), reason: 'Mailbox busy' }));
        if (!to.length) return { outcome: 'declined', setbacks };
        return { ...(await real.handOver({ ...envelope, to }, raw)), setbacks } as Handover;
      },
    }));

  it('who has not got it yet is named, tried again, and nobody gets it twice', async () => {
    const { id: owner } = await newAccount(app);
    const { draft } = await readyDraft(owner);
    const changed = await changeDraft(app, owner, draft.id, { ...draft, to: two });
    let up = false;
    const office = withoutBob(
      () => false,
      () => up,
    );
    const sending = await sendDraft(office, owner, draft.id, { version: changed.version, key: 'to-two-1' });
    expect(sending).toMatchObject({
      state: 'sent',
      problem: expect.stringContaining('bob@client.example (Mailbox busy)'),
    });
    expect((await listDeliveries(app.db, owner))[0]!.envelopeTo).toEqual(['ada@client.example']);
    await expect(takeBack(app, owner, sending.id)).rejects.toMatchObject({ status: 409 });
    await dispatchDue({ ...office, now: () => Date.now() + 60_000 });
    expect((await listDeliveries(app.db, owner))[0]!.envelopeTo).toEqual(['ada@client.example']);
    up = true;
    await dispatchDue({ ...office, now: () => Date.now() + 3_600_000 });
    expect(await listDeliveries(app.db, owner)).toMatchObject([
      { envelopeTo: ['ada@client.example', 'bob@client.example'] },
    ]);
    expect(await readSending(app, owner, sending.id)).toMatchObject({ state: 'sent', problem: '' });
    expect((await app.mailbox(owner).list({ folder: 'sent', waiting: false, limit: 10 })).total).toBe(1);
  });

  it('who was refused for good is named, and after four days so is who was only busy', async () => {
    const { id: owner } = await newAccount(app);
    for (const final of [true, false]) {
      const { draft } = await readyDraft(owner);
      const changed = await changeDraft(app, owner, draft.id, { ...draft, to: two });
      const office = withoutBob(() => final);
      const { id } = await sendDraft(office, owner, draft.id, { version: changed.version, key: `refused-${final}` });
      await dispatchDue({ ...office, now: () => Date.now() + 5 * 86_400_000 });
      expect(await readSending(app, owner, id)).toMatchObject({
        state: 'sent',
        problem: 'Sent, but not to bob@client.example (Mailbox busy).',
      });
    }
  });
});

describe('accepting and delivering', () => {
  it('are one: what cannot be put into an inbox was not accepted, and is tried again', async () => {
    const { id: owner } = await newAccount(app);
    const receiver = await newAccount(app);
    const { draft } = await readyDraft(owner, receiver.address);
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
    expect((await app.mailbox(receiver.id).list({ folder: 'inbox', waiting: false, limit: 10 })).total).toBe(1);
  });

  it('a message is stored and its sender met, or neither', async () => {
    const { id: owner } = await newAccount(app);
    await app.db.raw(
      `CREATE TRIGGER no_people BEFORE INSERT ON people FOR EACH ROW
       IF NEW.owner = '${owner}' THEN SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'no'; END IF`,
    );
    await expect(app.mailbox(owner).append('inbox', LETTER)).rejects.toThrow();
    expect((await app.mailbox(owner).list({ folder: 'inbox', waiting: false, limit: 10 })).total).toBe(0);
    await app.db.raw('DROP TRIGGER no_people');
    await app.mailbox(owner).append('inbox', LETTER);
    expect((await app.mailbox(owner).list({ folder: 'inbox', waiting: false, limit: 10 })).total).toBe(1);
  });
});

describe('a try that ended without an answer', () => {
  /** A post office that takes the message, or does not, and is never heard of. */
  const silent = (takes: boolean) =>
    withSender((real) => ({
      ...real,
      async handOver(envelope, raw) {
        if (takes) await real.handOver(envelope, raw);
        return { outcome: 'unanswered', reason: 'Connection closed' };
      },
    }));

  it.each([true, false])('is asked after before it is tried again (it was taken: %s)', async (takes) => {
    const { id: owner } = await newAccount(app);
    const { draft } = await readyDraft(owner);
    const sending = await sendDraft(silent(takes), owner, draft.id, { version: draft.version, key: `silent-${takes}` });
    expect(sending.state).toBe('unanswered');
    let handed = 0;
    const counting = withSender((real) => ({
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
    const { draft } = await readyDraft(owner);
    const { id } = await sendDraft(silent(true), owner, draft.id, { version: draft.version, key: 'silent-back' });
    await expect(takeBack(app, owner, id)).rejects.toMatchObject({ status: 409, message: /it was sent/ });
    expect(await readSending(app, owner, id)).toMatchObject({ state: 'sent' });
    expect(await listDeliveries(app.db, owner)).toHaveLength(1);
  });

  it('can be taken back when the post office says that it has nothing', async () => {
    const { id: owner } = await newAccount(app);
    const { draft } = await readyDraft(owner);
    const { id } = await sendDraft(silent(false), owner, draft.id, { version: draft.version, key: 'silent-free' });
    await takeBack(app, owner, id);
    expect(await readDraft(app, owner, draft.id)).toMatchObject({ state: 'open', body: draft.body });
    await dispatchDue({ ...app, now: () => Date.now() + 3_600_000 });
    expect(await listDeliveries(app.db, owner)).toEqual([]);
  });

  it('an answer of 4xx is none of these: it is tried again and nobody is asked', async () => {
    const { id: owner } = await newAccount(app);
    const { draft } = await readyDraft(owner);
    let busy = true;
    const office = withSender((real) => ({
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
    expect(await readSending(app, owner, id)).toMatchObject({ state: 'sent', problem: '' });
  });
});

describe('many at once', () => {
  it('fifty sends with an attachment all leave, once each', async () => {
    const { id: owner } = await newAccount(app);
    const receiver = await newAccount(app);
    const file = await storeFile(app, owner, { name: 'a.txt', type: 'text/plain', content: Buffer.alloc(100_000, 65) });
    const drafts = [];
    for (let i = 0; i < 50; i++) {
      const draft = await beginDraft(app, owner, { mode: 'new', originalId: null });
      const to = [{ name: '', address: i % 2 ? receiver.address : 'ines@client.example' }];
      const content = { ...draft, to, subject: docFromText(`No. ${i}`), body: docFromText('x'), attachments: [file] };
      drafts.push(await changeDraft(app, owner, draft.id, content));
    }
    const sent = await Promise.all(
      drafts.map(({ id, version }, i) => sendDraft(app, owner, id, { version, key: `at-once-${i}` })),
    );
    expect(sent.filter(({ state }) => state !== 'sent')).toEqual([]);
    expect(await listDeliveries(app.db, owner)).toHaveLength(50);
    expect((await app.mailbox(receiver.id).list({ folder: 'inbox', waiting: false, limit: 100 })).total).toBe(25);
    expect((await app.mailbox(owner).list({ folder: 'sent', waiting: false, limit: 100 })).total).toBe(50);
  });

  it('a claim is renewed while a slow post office is waited for', async () => {
    vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval'] });
    try {
      const { id: owner } = await newAccount(app);
      const { draft } = await readyDraft(owner);
      let now = Date.now();
      let calls = 0;
      let answer = () => {};
      const slow: Application = {
        ...withSender((real) => ({
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
