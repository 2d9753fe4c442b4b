import type { Knex } from 'knex';
import type { LookupRow, StoredLookup } from '#shared/types/wire';
import type { LookupInput } from '#shared/schemas/lookup';
import { json, num } from '../rows';

const ROW = ['id', 'version', 'name', 'columns', 'key_column', 'row_count', 'updated_at'];

function toRow(row: Record<string, unknown>): LookupRow {
  return {
    id: String(row.id),
    version: num(row.version),
    name: String(row.name),
    columns: json(row.columns),
    keyColumn: String(row.key_column),
    rowCount: num(row.row_count),
    updatedAt: num(row.updated_at),
  };
}

const columns = ({ name, columns, keyColumn, rows }: LookupInput) => ({
  name,
  columns: JSON.stringify(columns),
  key_column: keyColumn,
  table_rows: JSON.stringify(rows),
  row_count: rows.length,
});

export async function listLookups(db: Knex, owner: string): Promise<LookupRow[]> {
  return (await db('lookups').where({ owner, deleted_at: null }).select(ROW).orderBy('name')).map(toRow);
}

export async function lookupById(db: Knex, owner: string, id: string): Promise<StoredLookup | null> {
  const row = await db('lookups').where({ owner, id, deleted_at: null }).first();
  return row ? { ...toRow(row), rows: JSON.parse(row.table_rows) } : null;
}

export async function insertLookup(db: Knex, owner: string, id: string, lookup: LookupInput, now: number) {
  await db('lookups').insert({ id, owner, ...columns(lookup), created_at: now, updated_at: now });
}

/** Writes a lookup that was read at `version`; false when it was changed or deleted since. */
export async function updateLookup(
  db: Knex,
  owner: string,
  id: string,
  version: number,
  lookup: LookupInput,
  now: number,
) {
  const changed = await db('lookups')
    .where({ owner, id, version, deleted_at: null })
    .update({ ...columns(lookup), version: version + 1, updated_at: now });
  return changed === 1;
}

/** Deletes a lookup (`at`) or brings it back (`null`); false when there is nothing to do it to. */
export async function setLookupDeleted(db: Knex, owner: string, id: string, at: number | null): Promise<boolean> {
  const query = db('lookups').where({ owner, id });
  if (at === null) query.whereNotNull('deleted_at');
  else query.whereNull('deleted_at');
  return (await query.update({ deleted_at: at, version: db.raw('version + 1') })) === 1;
}

/** The ids of the lookups there are. */
export const lookupIds = (db: Knex, owner: string): Promise<string[]> =>
  db('lookups').where({ owner, deleted_at: null }).pluck('id');
