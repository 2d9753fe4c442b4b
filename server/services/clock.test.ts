import { describe, expect, it } from 'vitest';
import { newAccount } from '../../tests/application';
import { readyDraft } from '../../tests/sending';
import { app, letter, list, mailboxOf, sync, withDovecot } from '../../tests/synced';
import { newId } from '../db/id';
import { takeTry } from '../db/repositories/accounts';
import { takeLease } from '../db/repositories/leases';
import { changeSettings, readSettings, waitAfter } from './accounts';
import { dispatchDue } from './outbox';
import { readSending, sendDraft } from './sending';

withDovecot();

/** The clock went a year ahead, and was set right afterwards. */
const YEAR_MS = 365 * 86_400_000;

describe('what was begun while the clock was ahead', () => {
  it('leaves when the clock is right again, and is sent once', async () => {
    const ahead = { ...app, now: () => Date.now() + YEAR_MS };
    const { id: owner } = await newAccount(app);
    await changeSettings(app, owner, { ...(await readSettings(app, owner)), sendDelay: 10 });
    const { draft } = await readyDraft(app, owner);
    const { id } = await sendDraft(ahead, owner, draft.id, { version: draft.version, key: 'sent-ahead' });
    await dispatchDue(app);
    expect(await readSending(app, owner, id)).toMatchObject({ state: 'sent' });
  });

  it('is done on the server of a mailbox', async () => {
    const { owner, id, address, other } = await mailboxOf();
    await other.append('INBOX', letter('Tuning', address));
    await sync(owner, id);
    const [message] = await list(owner, 'inbox');
    await app.mail(owner).change(message!.id, { flagged: true });
    await app
      .db('acts')
      .where({ owner })
      .update({ next_try_at: Date.now() + YEAR_MS });
    await sync(owner, id);
    await other.mailboxOpen('INBOX');
    expect((await other.fetchOne('1', { flags: true }))!).toMatchObject({ flags: new Set(['\\Flagged']) });
    await other.logout();
  });

  it('keeps no other process from periodic work, and nobody from signing in', async () => {
    const now = Date.now();
    expect(await takeLease(app.db, 'ahead', newId(), now + YEAR_MS, 500)).toBe(true);
    expect(await takeLease(app.db, 'ahead', newId(), now, 500)).toBe(true);
    const { address } = await newAccount(app);
    const take = (at: number) => app.db.transaction((trx) => takeTry(trx, address, 'here', at, waitAfter));
    for (let i = 0; i < 3; i++) expect(await take(now + YEAR_MS)).toBe(0);
    expect(await take(now)).toBeLessThanOrEqual(waitAfter(3));
  });
});
