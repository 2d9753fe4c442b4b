import type { Knex } from 'knex';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { openTestApplication } from '../../tests/application';
import type { Application } from '../services/application';
import { insertAllBytes, type Row } from './bytes';
import { newId } from './id';
import { inTransaction } from './transaction';

let app: Application;
const table = `counted_${newId()}`;
const parts = `${table}_parts`;

beforeAll(async () => {
  app = await openTestApplication();
  await app.db.schema.createTable(table, (t) => {
    t.integer('id').primary();
    t.integer('n').notNullable();
  });
  await app.db.schema.createTable(parts, (t) => {
    t.integer('whole').primary().references(`${table}.id`);
  });
  await app.db(table).insert(Array.from({ length: 60 }, (_, id) => ({ id, n: 0 })));
});
afterAll(() => app.db.schema.dropTable(parts).dropTable(table));

/** Two that have each other's row wait until both have theirs; the lighter one is given up by the database. */
async function inEachOthersWay(lighter: (trx: Knex.Transaction) => Promise<unknown>) {
  const { db } = app;
  let first = () => {};
  let second = () => {};
  const hasFirst = new Promise<void>((resolve) => (first = resolve));
  const hasSecond = new Promise<void>((resolve) => (second = resolve));
  const one = inTransaction(db, async (trx) => {
    await trx(table).where({ id: 1 }).increment('n');
    first();
    await hasSecond;
    await lighter(trx);
  });
  const other = inTransaction(db, async (trx) => {
    await trx(table).where('id', '>=', 2).increment('n');
    second();
    await hasFirst;
    await trx(table).where({ id: 1 }).increment('n');
  });
  await Promise.all([one, other]);
  return (await db(table).whereIn('id', [1, 2, 3]).orderBy('id').pluck('n')) as number[];
}

it('begins a transaction anew that the database gave up for another one', async () => {
  expect(await inEachOthersWay((trx) => trx(table).where({ id: 2 }).increment('n'))).toEqual([2, 2, 1]);
});

it('does so too when it was given up in a part of it', async () => {
  const part = (trx: Knex.Transaction) => inTransaction(trx, (inner) => inner(table).where({ id: 2 }).increment('n'));
  expect(await inEachOthersWay(part)).toEqual([4, 4, 2]);
});

it('keeps nothing of rows of several tables that go together when it is given up at the first of them', async () => {
  let tries = 0;
  const rows = [100, 101].map((id): Row[] => [{ id, n: 0 }, { whole: id }]);
  await inEachOthersWay(async (trx) => {
    tries++;
    // Its place is behind those that the other one holds.
    await insertAllBytes(trx, [table, parts], rows);
  });
  expect(tries).toBe(2);
  expect(await app.db(parts).orderBy('whole').pluck('whole')).toEqual([100, 101]);
});
