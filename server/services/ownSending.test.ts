import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { saveDraft } from '../../tests/sending';
import { newAccount, openTestApplication } from '../../tests/application';
import { PASSWORD, startDovecot, type Dovecot } from '../../tests/dovecot';
import { openSubmission, type Submission } from '../../tests/submission';
import { said } from '../../tests/words';
import { docFromText } from '#core/note/schema';
import type { Application } from './application';
import { beginDraft, readDraft } from './drafts';
import { connectMailbox } from './mailboxes';
import { dispatchDue } from './outbox';
import { readSending, sendDraft } from './sending';

/** What the post office does with a message, by the name it is for. */
const KINDS = ['ok', 'cut', 'kept', 'lost', 'later', 'never'] as const;

let app: Application;
let dovecot: Dovecot;
let office: Submission;
let owner: string;
let address: string;
/** So often a message for later was put off. */
const putOff = new Map<string, number>();
const handed: { kind: string; id: string }[] = [];

beforeAll(async () => {
  app = await openTestApplication();
  dovecot = await startDovecot();
  address = dovecot.user('faulty');
  const client = await dovecot.client(address);
  office = await openSubmission({ ...dovecot, password: PASSWORD }, (cut) => ({
    onData(stream, session, done) {
      const [kind = ''] = session.envelope.rcptTo[0]!.address.split(/[-@]/);
      // A line that is cut before the last dot: nothing was taken.
      if (kind === 'cut' && !putOff.has(session.envelope.rcptTo[0]!.address)) {
        putOff.set(session.envelope.rcptTo[0]!.address, 1);
        return cut(session.id);
      }
      const chunks: Buffer[] = [];
      stream.on('data', (chunk: Buffer) => chunks.push(chunk));
      stream.on('end', async () => {
        const raw = Buffer.concat(chunks);
        const id = /^Message-ID: (.*)\r$/im.exec(raw.toString('latin1'))![1]!;
        const refuse = (responseCode: number, text: string) => done(Object.assign(new Error(text), { responseCode }));
        const to = session.envelope.rcptTo[0]!.address;
        if (kind === 'never') return refuse(550, '5.1.1 No such person');
        if (kind === 'later' && !putOff.has(to)) {
          putOff.set(to, 1);
          return refuse(451, '4.3.2 Come back later');
        }
        handed.push({ kind, id });
        // A server that keeps what it sends, and one that does not; neither answers.
        if (kind === 'kept') await client.append('Sent', raw);
        if (kind === 'kept' || kind === 'lost') return cut(session.id);
        done();
      });
    },
  }));
  owner = (await newAccount(app)).id;
  const at = (port: number) => ({
    ...{ host: '127.0.0.1', port, security: 'tls' as const, user: address, certificate: dovecot.certificate },
  });
  await connectMailbox(app, owner, {
    ...{ name: '', address, password: PASSWORD, sendingPassword: '', keepDays: 0, waitDays: 0, version: undefined },
    ...{ receiving: at(dovecot.tlsPort), sending: at(office.port) },
  });
  return () => client.logout();
});
afterAll(async () => {
  await office?.close();
  await dovecot?.stop();
});

describe('sending by a server of one’s own', () => {
  it('sends each message at most once, whatever becomes of the line, and says what is not known', async () => {
    const sendings: { kind: (typeof KINDS)[number]; id: string; draftId: string }[] = [];
    for (let i = 0; i < 90; i++) {
      const kind = KINDS[i % KINDS.length]!;
      const draft = await beginDraft(app, owner, { mode: 'new' });
      const ready = await saveDraft(app, owner, {
        ...draft,
        to: [{ name: '', address: `${kind}-${i}@client.example` }],
        subject: docFromText(`Tuning ${i}`),
        body: docFromText('Dear Ines,\n\non Monday.'),
      });
      const { id } = await sendDraft(app, owner, draft.id, { version: ready.version, key: `own-sending-${i}` });
      sendings.push({ kind, id, draftId: draft.id });
    }
    // What is to be tried again is tried now.
    for (let round = 0; round < 4; round++) {
      await app.db('outbox').where({ owner }).whereIn('state', ['queued', 'unanswered']).update({ next_try_at: 0 });
      await dispatchDue(app);
      await dispatchDue(app);
    }
    const wanted = { ok: 'sent', cut: 'sent', kept: 'sent', lost: 'unsure', later: 'sent', never: 'refused' };
    for (const { kind, id, draftId } of sendings) {
      const { state, problem, sentMessageId } = await readSending(app, owner, id);
      expect([kind, state]).toEqual([kind, wanted[kind]]);
      if (state === 'sent') expect(sentMessageId).not.toBeNull();
      else expect(await readDraft(app, owner, draftId)).toMatchObject({ state: 'refused' });
      if (kind === 'never') expect(said(problem)).toContain('No such person');
    }
    const ids = handed.map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
    expect(handed).toHaveLength(75);
    const { rows } = await app.mail(owner).list({ folder: 'sent', waiting: false, limit: 200, today: '2026-11-27' });
    expect(rows).toHaveLength(60);
  }, 120_000);
});
