import { simpleParser } from 'mailparser';
import { beforeAll, describe, expect, it } from 'vitest';
import { docFromText } from '#core/note/schema';
import { newAccount, openTestApplication } from '../../tests/application';
import { readyDraft, signedWith, withSender, saveDraft } from '../../tests/sending';
import { listDeliveries } from '../db/repositories/deliveries';
import type { Handover } from '../mail/ports';
import type { Application } from './application';
import { changeSettings, readSettings } from './accounts';
import { beginDraft, readDraft } from './drafts';
import { storeFile } from './files';
import { dispatchDue } from './outbox';
import { readSending, sendDraft, takeBack } from './sending';

let app: Application;
beforeAll(async () => {
  app = await openTestApplication();
});

describe('sending a reply', () => {
  it('reaches the post office once, is kept in sent, and takes the message off Waiting', async () => {
    const { id: owner, address } = await newAccount(app);
    const settings = await readSettings(app, owner);
    await changeSettings(app, owner, { ...settings, ...signedWith('Wren Halloway\n01632 960 418') });
    const { draft, originalId } = await readyDraft(app, owner);
    expect((await app.mail(owner).list({ folder: 'inbox', waiting: true, limit: 10, today: '2026-11-26' })).total).toBe(
      1,
    );

    const sending = await sendDraft(app, owner, draft.id, { version: draft.version, key: 'press-of-send-1' });
    expect(sending).toMatchObject({ state: 'sent', problem: null });

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

    const { rows } = await app.mail(owner).list({ folder: 'sent', waiting: false, limit: 10, today: '2026-11-26' });
    expect(rows.map((row) => row.subject)).toEqual(['Re: Tuning']);
    expect((await app.mail(owner).get(rows[0]!.id)).raw.toString()).toContain('<first@client.example>');
    expect((await app.mail(owner).get(originalId)).answered).toBe(true);
    expect((await app.mail(owner).list({ folder: 'inbox', waiting: true, limit: 10, today: '2026-11-26' })).total).toBe(
      0,
    );
    await expect(readDraft(app, owner, draft.id)).rejects.toMatchObject({ status: 404 });
  });

  it('leaves what it answers whole when that cannot be filed where it was to be', async () => {
    const { id: owner } = await newAccount(app);
    const { draft, originalId } = await readyDraft(app, owner);
    const handling = { ...draft.handling, filed: '0'.repeat(26) };
    const ready = await saveDraft(app, owner, { ...draft, handling: handling as never });
    const sending = await sendDraft(app, owner, draft.id, { version: ready.version, key: 'filed-nowhere' });
    expect(sending).toMatchObject({ state: 'sent', problem: null });
    expect(await app.mail(owner).row(originalId)).toMatchObject({ folder: 'inbox', replied: false, seen: false });
  });

  it.each([undefined, 'bücher.example'])(
    'is delivered to another account of the same post office (%s)',
    async (domain) => {
      const sender = await newAccount(app);
      const receiver = await newAccount(app, 'Ada Marsh', domain);
      const { draft } = await readyDraft(app, sender.id, receiver.address);
      await sendDraft(app, sender.id, draft.id, { version: draft.version, key: 'to-a-neighbour' });
      const { rows } = await app
        .mail(receiver.id)
        .list({ folder: 'inbox', waiting: true, limit: 10, today: '2026-11-26' });
      expect(rows).toMatchObject([{ subject: 'Re: Tuning', from: { address: sender.address } }]);
      const [delivery] = await listDeliveries(app.db, sender.id);
      const office = await app.sender(sender.id, null);
      expect(await office.wasAccepted(delivery!.messageId, [receiver.address])).toBe('yes');
    },
  );

  it('sends once when Send is pressed twice, at once or after, with the same or another key', async () => {
    const { id: owner } = await newAccount(app);
    const { draft } = await readyDraft(app, owner);
    const press = (key: string) => sendDraft(app, owner, draft.id, { version: draft.version, key });
    await Promise.all([press('same-key'), press('same-key'), press('other-key')]);
    expect(await press('same-key')).toMatchObject({ draftId: draft.id });
    expect(await press('third-key')).toMatchObject({ draftId: draft.id, state: 'sent' });
    await dispatchDue(app);
    expect(await listDeliveries(app.db, owner)).toHaveLength(1);
    expect((await app.mail(owner).list({ folder: 'sent', waiting: false, limit: 10, today: '2026-11-26' })).total).toBe(
      1,
    );
  });
});

describe('when something goes wrong', () => {
  it('shows a refusal in words and leaves the draft intact', async () => {
    const { id: owner } = await newAccount(app);
    const { draft } = await readyDraft(app, owner, 'somebody@nowhere.invalid');
    const sending = await sendDraft(app, owner, draft.id, { version: draft.version, key: 'refused-1' });
    expect(sending).toMatchObject({
      state: 'refused',
      problem: { params: { reason: 'There is no such place as "nowhere.invalid".' } },
    });
    const after = await readDraft(app, owner, draft.id);
    expect(after).toMatchObject({ state: 'refused', problem: sending.problem, body: draft.body, to: draft.to });
    const mended = await saveDraft(app, owner, {
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
    const { draft } = await readyDraft(app, owner);
    let down = true;
    const flaky = withSender(app, (real) => ({
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
    expect(sending).toMatchObject({ state: 'queued', problem: { params: { reason: 'No answer' } } });
    await expect(saveDraft(app, owner, draft)).rejects.toMatchObject({ status: 409 });
    await takeBack(app, owner, sending.id);
    expect(await readDraft(app, owner, draft.id)).toMatchObject({ state: 'open', body: draft.body });
    // The same press once more, since its answer was lost, sends nothing.
    const late = await sendDraft(app, owner, draft.id, { version: draft.version, key: 'later-1' });
    expect(late).toMatchObject({ id: sending.id, state: 'refused' });
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
      const { draft } = await readyDraft(app, owner);
      const killed = () => Promise.reject(new Error('killed'));
      let dying: Application;
      if (moment === 'while it is put into sent') {
        dying = { ...app, mail: (who) => ({ ...app.mail(who), keepSent: killed }) };
      } else {
        dying = withSender(app, (real) => ({
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
      expect(
        (await app.mail(owner).list({ folder: 'sent', waiting: false, limit: 10, today: '2026-11-26' })).total,
      ).toBe(1);
      await expect(readDraft(app, owner, draft.id)).rejects.toMatchObject({ status: 404 });
    },
  );

  it('says so and sends nothing when it cannot know whether a message left', async () => {
    const { id: owner } = await newAccount(app);
    const { draft } = await readyDraft(app, owner);
    const deaf = withSender(app, () => ({
      handOver: () => Promise.reject(new Error('killed')),
      wasAccepted: async () => 'unknown',
    }));
    await expect(sendDraft(deaf, owner, draft.id, { version: draft.version, key: 'unsure-1' })).rejects.toThrow(
      'killed',
    );
    await dispatchDue({ ...deaf, now: () => Date.now() + 600_000 });
    const after = await readDraft(app, owner, draft.id);
    expect(after.problem).toEqual({ code: 'sending.unsure' });
    expect(after.body).toEqual(draft.body);
    expect(await listDeliveries(app.db, owner)).toHaveLength(0);
  });

  it('holds back what the last look stops, with the place', async () => {
    const { id: owner } = await newAccount(app);
    const draft = await beginDraft(app, owner, { mode: 'new', originalId: null });
    const blank = { type: 'blank', attrs: { label: 'day', kind: 'text', options: {}, insertion: 'a', place: '0' } };
    const changed = await saveDraft(app, owner, {
      ...draft,
      to: [{ name: '', address: 'not an address' }],
      body: { type: 'doc', content: [{ type: 'paragraph', content: [blank] }] },
    });
    const error = await sendDraft(app, owner, draft.id, { version: changed.version, key: 'held-back' }).catch((e) => e);
    expect(error).toMatchObject({ status: 422, data: { code: 'held-back' } });
    expect(error.data.findings.map((finding: { kind: string }) => finding.kind)).toEqual([
      'bad-address',
      'open-blank',
      'no-subject',
      'signature-missing',
    ]);
  });

  it('does not send what was changed in another window since', async () => {
    const { id: owner } = await newAccount(app);
    const { draft } = await readyDraft(app, owner);
    await saveDraft(app, owner, { ...draft, body: docFromText('Changed.') });
    await expect(sendDraft(app, owner, draft.id, { version: draft.version, key: 'stale-send' })).rejects.toMatchObject({
      status: 409,
      data: { current: { body: docFromText('Changed.') } },
    });
    expect(await listDeliveries(app.db, owner)).toHaveLength(0);
  });

  it('takes no more with it than travels, measured as it travels', async () => {
    const { id: owner } = await newAccount(app);
    const { draft } = await readyDraft(app, owner);
    const file = await storeFile(app, owner, {
      name: 'a.pdf',
      type: 'application/pdf',
      content: Buffer.alloc(20e6, 1),
    });
    const changed = await saveDraft(app, owner, { ...draft, attachments: [file] });
    const sent = sendDraft(app, owner, draft.id, { version: changed.version, key: 'too-large-1' });
    await expect(sent).rejects.toMatchObject({
      status: 422,
      phrase: { code: expect.stringMatching(/ooLarge$/), params: { size: '27 MB' } },
    });
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
    withSender(app, (real) => ({
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
    const { draft } = await readyDraft(app, owner);
    const changed = await saveDraft(app, owner, { ...draft, to: two });
    let up = false;
    const office = withoutBob(
      () => false,
      () => up,
    );
    const sending = await sendDraft(office, owner, draft.id, { version: changed.version, key: 'to-two-1' });
    expect(sending).toMatchObject({
      state: 'sent',
      problem: { code: 'sending.notYet' },
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
    expect(await readSending(app, owner, sending.id)).toMatchObject({ state: 'sent', problem: null });
    expect((await app.mail(owner).list({ folder: 'sent', waiting: false, limit: 10, today: '2026-11-26' })).total).toBe(
      1,
    );
  });

  it('who was refused for good is named, and after four days so is who was only busy', async () => {
    const { id: owner } = await newAccount(app);
    for (const final of [true, false]) {
      const { draft } = await readyDraft(app, owner);
      const changed = await saveDraft(app, owner, { ...draft, to: two });
      const office = withoutBob(() => final);
      const { id } = await sendDraft(office, owner, draft.id, { version: changed.version, key: `refused-${final}` });
      await dispatchDue({ ...office, now: () => Date.now() + 5 * 86_400_000 });
      expect(await readSending(app, owner, id)).toMatchObject({
        state: 'sent',
        problem: { code: 'sending.refusedFor' },
      });
    }
  });
});
