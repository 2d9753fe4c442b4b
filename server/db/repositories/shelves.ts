import type { Knex } from 'knex';
import type { Shelf } from '#shared/types/wire';
import { num, numberById, portions } from '../rows';

function toShelf(row: Record<string, unknown>): Shelf {
  return {
    id: String(row.id),
    version: num(row.version),
    name: String(row.name),
    description: String(row.description),
    parentId: (row.parent_id as string | null) ?? null,
    position: num(row.position),
  };
}

/**
 * The shelves, and where something stands that was on a shelf taken away since: on the nearest shelf around it. So
 * nothing has to be moved when a shelf goes, and everything is back on it when it returns.
 */
export async function listShelves(
  db: Knex,
  owner: string,
): Promise<{ shelves: Shelf[]; standing: (id: string | null) => string | null }> {
  const rows = await db('shelves').where({ owner }).select().orderBy(['position', 'name', 'id']);
  const byId = new Map(rows.map((row) => [row.id as string, row]));
  const standing = (id: string | null): string | null => {
    for (let row = byId.get(id ?? ''), i = 0; row && i < 100; row = byId.get(row.parent_id ?? ''), i++)
      if (row.deleted_at === null) return row.id as string;
    return null;
  };
  const shelves = rows
    .filter((row) => row.deleted_at === null)
    .map((row) => ({ ...toShelf(row), parentId: standing((row.parent_id as string | null) ?? null) }));
  return { shelves, standing };
}

/**
 * Puts one shelf of each ring of shelves that stand in one another at the top, so that all of them can be reached again.
 * Over all accounts. @returns how many rings there were
 */
export async function breakShelfRings(db: Knex): Promise<number> {
  const rows: { id: string; parent_id: string }[] = await db('shelves')
    .whereNotNull('parent_id')
    .select('id', 'parent_id');
  const outer = new Map(rows.map((row) => [row.id, row.parent_id]));
  const sound = new Set<string>();
  const broken: string[] = [];
  for (const { id } of rows) {
    const walked = new Set<string>();
    let at: string | undefined = id;
    for (; at && !sound.has(at) && !walked.has(at); at = outer.get(at)) walked.add(at);
    if (at && walked.has(at)) {
      broken.push(at);
      outer.delete(at);
    }
    for (const one of walked) sound.add(one);
  }
  for (const some of portions(broken))
    await db('shelves')
      .whereIn('id', some)
      .update({ parent_id: null, version: db.raw('version + 1') });
  return broken.length;
}

export async function shelfById(db: Knex, owner: string, id: string): Promise<Shelf | null> {
  const row = await db('shelves').where({ owner, id, deleted_at: null }).first();
  return row ? toShelf(row) : null;
}

export async function insertShelf(db: Knex, owner: string, shelf: Omit<Shelf, 'version'>, now: number): Promise<void> {
  const { id, name, description, parentId, position } = shelf;
  await db('shelves').insert({ id, owner, name, description, parent_id: parentId, position, updated_at: now });
}

/** Writes a shelf that was read at `version`; false when it was changed or taken away since. */
export async function updateShelf(db: Knex, owner: string, shelf: Shelf, now: number): Promise<boolean> {
  const { id, version, name, description, parentId, position } = shelf;
  const changed = await db('shelves')
    .where({ owner, id, version, deleted_at: null })
    .update({ name, description, parent_id: parentId, position, version: version + 1, updated_at: now });
  return changed === 1;
}

/** Where shelves stand among their neighbours, without a new version of each. */
export async function setPositions(db: Knex, owner: string, ids: string[]): Promise<void> {
  for (const some of portions(ids.map((id, number) => ({ id, number }))))
    await db('shelves')
      .where({ owner })
      .whereIn(
        'id',
        some.map(({ id }) => id),
      )
      .update({ position: numberById(db, some) });
}

/** Takes a shelf away (`at`) or brings it back (`null`); false when there is nothing to do it to. */
export async function setShelfDeleted(db: Knex, owner: string, id: string, at: number | null): Promise<boolean> {
  const query = db('shelves').where({ owner, id });
  if (at === null) void query.whereNotNull('deleted_at');
  else void query.whereNull('deleted_at');
  return (await query.update({ deleted_at: at, version: db.raw('version + 1') })) === 1;
}

/** How many notes stand on a shelf itself. */
export async function notesOnShelf(db: Knex, owner: string, id: string): Promise<number> {
  const row = await db('notes').where({ owner, shelf_id: id, deleted_at: null }).count('* as count').first();
  return num(row?.count);
}
