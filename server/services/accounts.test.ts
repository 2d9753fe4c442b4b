import { beforeAll, describe, expect, it, vi } from 'vitest';
import { signUpSchema } from '#shared/schemas/account';
import { docFromText } from '#core/note/schema';
import { blanksIn } from '#core/blank/blanks';
import { passagesIn } from '#core/blank/passage';
import { KINDS } from '#core/blank/kinds/registry';
import { checkNote } from '#core/blank/check';
import { parseDoc } from '#core/note/schema';
import { readLookup, readLookups } from './lookups';
import { readNote, readNotes } from './notes';
import { newAccount, openTestApplication, plainPasswords } from '../../tests/application';
import { currentMigration, migrate, NEWEST_MIGRATION } from '../db/migrations';
import { newId } from '../db/id';
import { takeTry } from '../db/repositories/accounts';
import { takeLease } from '../db/repositories/leases';
import { changeSettings, readSettings, signIn, signUp, waitAfter, type Origin } from './accounts';
import type { Application } from './application';
import { enterDemo, loadDemoOnce } from './demo';
import { beginDraft, changeDraft, discardDraft } from './drafts';
import { noteFault } from './fault';
import { beginSession, seeSession } from './sessions';
import { tidyUp } from './tidy';

let app: Application;
beforeAll(async () => {
  app = await openTestApplication();
});

const from = (name: string, part: Partial<Origin> = {}): Origin => ({
  ...{ name, network: name, isKnown: false, most: 1_000 },
  ...part,
});

describe('accounts', () => {
  it('sign in with their own password, whatever the case of the address', async () => {
    const account = await newAccount(app);
    expect(
      await signIn(
        app,
        plainPasswords,
        { address: account.address.toUpperCase(), password: 'a long password' },
        from('here'),
      ),
    ).toMatchObject({ id: account.id });
  });

  it('have one address each', async () => {
    const { address } = await newAccount(app);
    const again = { name: 'Other', address, password: 'another password', locale: 'en-GB', timeZone: 'UTC' };
    await expect(signUp(app, plainPasswords, again)).rejects.toMatchObject({
      status: 409,
      data: { fields: { address: { code: 'error.addressTakenShort' } } },
    });
  });

  it('answer alike for a wrong password and an address without account', async () => {
    const { address } = await newAccount(app);
    const wrong = await signIn(app, plainPasswords, { address, password: 'wrong' }, from('here')).catch((e) => e);
    const nobody = await signIn(
      app,
      plainPasswords,
      { address: 'nobody@test.example', password: 'wrong' },
      from('here'),
    ).catch((e) => e);
    expect([wrong.status, wrong.message]).toEqual([401, nobody.message]);
  });

  it('are slowed after failures, and free again after the wait or a success', async () => {
    const { address } = await newAccount(app);
    let now = 1_000_000_000_000;
    const slow: Application = { ...app, now: () => now };
    const attempt = (password: string) =>
      signIn(slow, plainPasswords, { address, password }, from('here')).then(
        () => 200,
        (e) => e.status,
      );
    expect([await attempt('1'), await attempt('2'), await attempt('3')]).toEqual([401, 401, 401]);
    expect(await attempt('a long password')).toBe(429);
    now += waitAfter(3);
    expect(await attempt('4')).toBe(401);
    now += waitAfter(4) - 1;
    expect(await attempt('a long password')).toBe(429);
    now += 1;
    expect(await attempt('a long password')).toBe(200);
    expect([await attempt('1'), await attempt('2')]).toEqual([401, 401]);
    expect([0, 2, 3, 4, 20].map(waitAfter)).toEqual([0, 0, 2000, 4000, 900_000]);
  });

  it('are slowed by where the tries come from, one at a time, and an owner elsewhere gets in', async () => {
    const { address } = await newAccount(app);
    const attempt = (password: string, origin: string) =>
      signIn(app, plainPasswords, { address, password }, from(origin)).then(
        () => 200,
        (e) => e.status,
      );
    const burst = await Promise.all(Array.from({ length: 30 }, () => attempt('wrong', 'stranger')));
    expect(burst.filter((status) => status === 401)).toHaveLength(3);
    expect(await attempt('a long password', 'stranger')).toBe(429);
    expect(await attempt('a long password', 'owner')).toBe(200);
  });

  it('are slowed by the network too, whatever addresses are tried there, while a browser that is known gets in', async () => {
    const { address } = await newAccount(app);
    const network = { network: 'one network', most: 10 };
    const attempt = (to: string, password: string, part: Partial<Origin> = {}) =>
      signIn(app, plainPasswords, { address: to, password }, from('one network', { ...network, ...part })).then(
        () => 200,
        (e) => e.status,
      );
    for (let i = 0; i < 10; i++) expect(await attempt(`new${i}@test.example`, 'wrong')).toBe(401);
    expect(await attempt('new10@test.example', 'wrong')).toBe(429);
    expect(await attempt(address, 'a long password')).toBe(429);
    expect(await attempt(address, 'a long password', { isKnown: true, name: 'known browser' })).toBe(200);
    const later: Application = { ...app, now: () => Date.now() + 3_600_001 };
    const again = () => signIn(later, plainPasswords, { address, password: 'a long password' }, from('x', network));
    // Who gets in is not counted.
    for (let i = 0; i < 20; i++) expect(await again()).toMatchObject({ address });
  });

  it('that are made are counted by the network', async () => {
    const make = (i: number, network = 'makes accounts') =>
      signUp(
        app,
        plainPasswords,
        { name: 'x', address: `made${i}@test.example`, password: 'a long password', locale: 'en-GB', timeZone: 'UTC' },
        { from: from(network, { most: 3 }) },
      ).then(
        () => 200,
        (e) => e.status,
      );
    expect([await make(1), await make(2), await make(3), await make(4)]).toEqual([200, 200, 200, 429]);
    expect(await make(4, 'elsewhere')).toBe(200);
  });

  it('of strangers wait in a line that has an end, and who is known waits behind none of them', async () => {
    const { address } = await newAccount(app);
    let open = () => {};
    const gate = new Promise<void>((resolve) => (open = resolve));
    const slow = {
      ...plainPasswords,
      verify: async (hash: string, password: string) => {
        if (password !== 'a long password') await gate;
        return plainPasswords.verify(hash, password);
      },
    };
    const strangers = Array.from({ length: 60 }, (_, i) =>
      signIn(app, slow, { address: `s${i}@test.example`, password: 'wrong' }, from(`s${i}`)).then(
        () => 200,
        (e) => e.status,
      ),
    );
    expect(await Promise.race(strangers)).toBe(429);
    await signIn(app, slow, { address, password: 'a long password' }, from('known browser', { isKnown: true }));
    open();
    const ends = await Promise.all(strangers);
    expect(ends.filter((status) => status === 401).length).toBeLessThanOrEqual(21);
    expect(ends.filter((status) => status === 429).length).toBeGreaterThanOrEqual(39);
  });

  it('take no password that is tried first, and none that says who they are', async () => {
    const make = (password: string) =>
      signUp(app, plainPasswords, {
        ...{ name: 'Wren Halloway', address: 'weak@test.example', password, locale: 'en-GB', timeZone: 'UTC' },
      });
    for (const weak of ['aaaaaaaaaa', '1234567890', ' '.repeat(10), 'weak@test.example'])
      await expect(make(weak)).rejects.toMatchObject({
        status: 422,
        data: { fields: { password: expect.anything() } },
      });
  });

  it('that come at once wait for each other, and none is given up for another', async () => {
    const { address } = await newAccount(app);
    const take = () => app.db.transaction((trx) => takeTry(trx, address, 'stranger', app.now(), () => 0));
    const ends = await Promise.allSettled(Array.from({ length: 60 }, take));
    expect(ends.filter((end) => end.status === 'rejected')).toEqual([]);
  });

  it('take language, region and zone only as they are, and no address that cannot send', async () => {
    const input = { name: 'x', address: 'a@test.example', password: 'a long password' };
    expect(signUpSchema.validateSync({ ...input, locale: 'en_US', timeZone: 'UTC' }).locale).toBe('en-US');
    for (const wrong of [
      { locale: 'no such' },
      { timeZone: 'Mars/Olympus' },
      { address: `a@${'b.'.repeat(130)}example` },
    ])
      expect(() => signUpSchema.validateSync({ ...input, ...wrong })).toThrow();
  });
});

describe('settings', () => {
  it('are not overwritten by an older page', async () => {
    const { id } = await newAccount(app);
    const first = await readSettings(app, id);
    const saved = await changeSettings(app, id, {
      ...first,
      name: 'New Name',
      fields: [{ name: 'tel', value: '1' }],
      signatures: [{ id: 's', name: 'Mine', body: docFromText('x') }],
    });
    expect(saved).toMatchObject({
      version: first.version + 1,
      name: 'New Name',
      fields: [{ name: 'tel', value: '1' }],
    });
    await expect(changeSettings(app, id, { ...first, name: 'Older' })).rejects.toMatchObject({
      status: 409,
      data: { current: { name: 'New Name' } },
    });
  });
});

describe('the database', () => {
  it('is on the newest step, and migrating again changes nothing', async () => {
    expect(await currentMigration(app.db)).toBe(NEWEST_MIGRATION);
    await migrate(app.db);
    expect(await currentMigration(app.db)).toBe(NEWEST_MIGRATION);
  });

  it('ends the data of an account with the account', async () => {
    const { id } = await newAccount(app);
    await app.mail(id).append('inbox', Buffer.from('From: a@x.example\r\n\r\nx'));
    await app.db('accounts').where({ id }).delete();
    for (const table of ['settings', 'people', 'messages', 'message_sources'])
      expect(await app.db(table).where({ owner: id })).toEqual([]);
  });

  it('carries the owner in every table of personal data', async () => {
    const [rows] = await app.db.raw(
      "SELECT table_name AS name, SUM(column_name = 'owner') AS owned FROM information_schema.columns WHERE table_schema = DATABASE() GROUP BY table_name",
    );
    const unowned = (rows as { name: string; owned: number }[])
      .filter(({ owned }) => !Number(owned))
      .map(({ name }) => name);
    expect(unowned.sort()).toEqual([
      'accounts',
      'leases',
      'limits',
      'migrations',
      'migrations_lock',
      'sign_in_attempts',
    ]);
  });

  it('lets one of several processes do periodic work', async () => {
    const [a, b] = [newId(), newId()];
    expect(await takeLease(app.db, 'work', a, 1000, 500)).toBe(true);
    expect(await takeLease(app.db, 'work', b, 1200, 500)).toBe(false);
    expect(await takeLease(app.db, 'work', a, 1400, 500)).toBe(true);
    expect(await takeLease(app.db, 'work', b, 1901, 500)).toBe(true);
  });

  it('makes ids that sort by age and do not repeat', () => {
    const ids = Array.from({ length: 2000 }, (_, i) => newId(1_000_000 + i));
    expect([...ids].sort()).toEqual(ids);
    expect(new Set(Array.from({ length: 2000 }, () => newId(5))).size).toBe(2000);
    expect(ids.every((id) => /^[0-9a-z]{26}$/.test(id))).toBe(true);
  });
});

describe('what nobody needs any more', () => {
  it('is tidied in portions, and nothing else', async () => {
    const { id: owner } = await newAccount(app);
    const DAY = 86_400_000;
    const later: Application = { ...app, now: () => Date.now() + 40 * DAY };
    const draft = await beginDraft(app, owner, { mode: 'new', originalId: null });
    await changeDraft(app, owner, draft.id, { ...draft, body: docFromText('x') });
    await discardDraft(app, owner, draft.id);
    const kept = await beginDraft(app, owner, { mode: 'new', originalId: null });
    for (let i = 0; i < 1_200; i++)
      await app
        .db('sign_in_attempts')
        .insert({ address_key: `a${i}`, origin: 'here', failures: 1, last_at: Date.now() });
    await app.db('outbox').insert({
      ...{ id: newId(), owner, draft_id: newId(), idempotency_key: 'tidied', message_id: '<x>', envelope_from: 'x' },
      ...{ raw: Buffer.from('bytes'), state: 'sent', next_try_at: 0, problem: '', created_at: Date.now() },
    });
    const session = await beginSession(app, owner, 'here');
    await tidyUp(app);
    expect(await app.db('drafts').where({ owner })).toHaveLength(2);
    expect(await seeSession(app, owner, session)).toBe(true);
    await tidyUp(later);
    expect((await app.db('drafts').where({ owner })).map(({ id }) => id)).toEqual([kept.id]);
    expect(await app.db('sign_in_attempts')).toEqual([]);
    const [row] = await app.db('outbox').where({ owner });
    expect(row).toMatchObject({ state: 'sent' });
    expect(row.raw).toHaveLength(0);
    expect(await app.db('sessions').where({ owner })).toEqual([]);
    expect(await seeSession(later, owner, session)).toBe(false);
  });

  it('faults are noted without what they were about', async () => {
    const said: string[] = [];
    const spy = vi.spyOn(console, 'error').mockImplementation((text) => void said.push(String(text)));
    try {
      noteFault(
        'Request',
        await app
          .db('nowhere')
          .insert({ body: 'a secret letter' })
          .catch((error) => error),
      );
      noteFault('Request', new SyntaxError('Unexpected token in "a secret letter"'));
    } finally {
      spy.mockRestore();
    }
    expect(said[0]).toContain('ER_NO_SUCH_TABLE');
    expect(said[1]).toContain('SyntaxError');
    expect(said.join()).not.toContain('secret');
  });
});

describe('the demo', () => {
  it('is loaded once, with mail of every sort, and only where it is offered', async () => {
    await expect(enterDemo(app, plainPasswords, false)).rejects.toMatchObject({ status: 404 });
    const wren = await enterDemo(app, plainPasswords, true);
    await loadDemoOnce(app, plainPasswords);
    const box = app.mail(wren.id);
    const total = async (folder: 'inbox' | 'sent' | 'archive' | 'trash', waiting = false) =>
      (await box.list({ folder, waiting, limit: 200, today: '2026-11-26' })).total;
    const totals = [await total('inbox'), await total('sent'), await total('archive'), await total('trash')];
    expect(totals.reduce((a, b) => a! + b!, 0)).toBeGreaterThanOrEqual(55);
    expect(await total('inbox', true)).toBe(13);
    const { rows } = await box.list({ folder: 'inbox', waiting: true, limit: 200, today: '2026-11-26' });
    expect(rows.filter(({ broken }) => broken)).toEqual([]);
    expect(rows.map(({ receivedAt }) => receivedAt)).toEqual(
      rows.map(({ receivedAt }) => receivedAt).sort((a, b) => a - b),
    );
    expect(rows.every(({ receivedAt }) => receivedAt <= app.now())).toBe(true);
    for (const row of rows) expect((await box.get(row.id)).raw.toString()).toMatch(/\.example/);
  });

  it('holds every kind of blank, in notes that are in order, on lookups of its own', async () => {
    const wren = await enterDemo(app, plainPasswords, true);
    const lookups = Object.fromEntries(
      await Promise.all(
        (await readLookups(app, wren.id)).map(async ({ id }) => [id, await readLookup(app, wren.id, id)]),
      ),
    );
    const kinds = new Set<string>();
    const passages = new Set<string>();
    for (const { id } of await readNotes(app, wren.id)) {
      const note = await readNote(app, wren.id, id);
      const docs = [parseDoc(note.subject), parseDoc(note.body)] as const;
      expect(checkNote(...docs, lookups)).toEqual([]);
      for (const doc of docs) {
        for (const { kind } of blanksIn(doc)) kinds.add(kind);
        for (const { attrs, isBlock } of passagesIn(doc)) passages.add(`${isBlock} ${Boolean(attrs.when)}`);
      }
    }
    expect([...kinds].sort()).toEqual(KINDS.map(({ name }) => name).sort());
    expect(passages.size).toBe(4);
  });
});
