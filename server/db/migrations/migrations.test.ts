import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import type { Knex } from 'knex';
import { docFromText, emptyDoc } from '#core/note/schema';
import { connect } from '../connect';
import { newId } from '../id';
import { currentMigration, migrate, migrationSource } from './index';

let db: Knex;
const name = `test_${newId()}`;
beforeAll(async () => {
  const url = new URL(inject('databaseUrl'));
  const admin = connect(url.href);
  await admin.raw('CREATE DATABASE ??', [name]);
  await admin.destroy();
  url.pathname = `/${name}`;
  db = connect(url.href);
});
afterAll(async () => {
  await db.raw('DROP DATABASE ??', [name]);
  await db.destroy();
});

/** The schema as it was up to a step. */
const upTo = async (last: string): Promise<void> => {
  const names = (await migrationSource.getMigrations([])) as string[];
  const getMigrations = async () => names.slice(0, names.indexOf(last) + 1);
  await db.migrate.latest({ migrationSource: { ...migrationSource, getMigrations }, tableName: 'migrations' });
};

/** Takes the newest steps back, until this one is the last. */
async function downTo(last: string): Promise<void> {
  while ((await currentMigration(db)) !== last) await db.migrate.down({ migrationSource, tableName: 'migrations' });
}

describe('a database of an earlier version', () => {
  it('keeps its signature as the first of several, and goes back with it', async () => {
    await upTo('0005_phrases');
    const body = docFromText('Wren Halloway\n01632 960 418');
    const owners = [
      { id: newId(), signature: body },
      { id: newId(), signature: emptyDoc() },
    ];
    for (const { id, signature } of owners) {
      const address = `${id}@test.example`;
      await db('accounts').insert({ id, address, address_key: address, password_hash: '', demo: false, created_at: 1 });
      await db('settings').insert({
        ...{ owner: id, name: 'Wren', locale: 'en-GB', time_zone: 'UTC', fields: '[]', currency: 'EUR' },
        ...{ weekdays_off: '[6,7]', days_off: '[]', signature: JSON.stringify(signature) },
      });
    }
    await migrate(db);
    const of = (i: number) => db('settings').where({ owner: owners[i]!.id }).first();
    const signed = await of(0);
    expect(JSON.parse(signed.signatures)).toEqual([{ id: signed.signature_new, name: 'Signature', body }]);
    expect(signed.signature_answer).toBe(signed.signature_new);
    expect(await of(1)).toMatchObject({ signatures: '[]', signature_new: '', cues: 'ended', send_delay: 0 });

    await downTo('0005_phrases');
    expect(JSON.parse((await of(0)).signature)).toEqual(body);
    await migrate(db);
    expect(JSON.parse((await of(0)).signatures)[0].body).toEqual(body);
  });

  it('keeps its drafts and messages, and goes back without what is new', async () => {
    await migrate(db);
    const id = newId();
    const address = `${id}@test.example`;
    await db('accounts').insert({ id, address, address_key: address, password_hash: '', demo: false, created_at: 1 });
    const draft = {
      ...{
        id,
        owner: id,
        to_list: '[]',
        cc_list: '[]',
        bcc_list: '[]',
        subject: '{}',
        body: '{}',
        subject_text: 'Fwd',
      },
      ...{ preview: '', fills: '{}', attachments: '[]', quote: true, problem: '', created_at: 1, updated_at: 1 },
    };
    await db('drafts').insert({ ...draft, mode: 'forward' });
    expect(await db('drafts').where({ id }).first()).toMatchObject({ handling: '{}', open_blanks: 0 });
    await downTo('0006_hand');
    expect(await db('drafts').where({ id }).first()).toMatchObject({ mode: 'new', subject_text: 'Fwd' });
    await migrate(db);
    expect(await db('drafts').where({ id }).first()).toMatchObject({ mode: 'new', handling: '{}' });
  });

  it('has a changed fact hold a message back, unless something else was chosen', async () => {
    await migrate(db);
    const ids = [newId(), newId()];
    for (const id of ids) {
      const address = `${id}@test.example`;
      await db('accounts').insert({ id, address, address_key: address, password_hash: '', demo: false, created_at: 1 });
      await db('settings').insert({
        ...{ owner: id, name: 'Wren', locale: 'en-GB', time_zone: 'UTC', fields: '[]', currency: 'EUR' },
        ...{ weekdays_off: '[6,7]', days_off: '[]' },
      });
    }
    await db('settings').where({ owner: ids[1] }).update({ holds: '["no-recipient"]' });
    const holds = async () =>
      Promise.all(ids.map(async (owner) => JSON.parse((await db('settings').where({ owner }).first()).holds)));
    const before = await holds();
    expect(before[0]).toContain('fact-changed');
    await downTo('0007_handling');
    expect(await holds()).toEqual([before[0].filter((one: string) => one !== 'fact-changed'), ['no-recipient']]);
    await migrate(db);
    expect(await holds()).toEqual(before);
  });
});
