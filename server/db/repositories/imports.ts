import { fromColumn, toColumn } from '../phraseColumn';
import type { Knex } from 'knex';
import type { Import, ImportChoice, ImportItem, ImportVerdict } from '#shared/types/wire';
import { json, num, portions } from '../rows';

/** One thing of an import with what it brings. */
export interface StagedItem extends ImportItem {
  content: unknown;
}

const ROW = ['position', 'kind', 'source', 'name', 'verdict', 'choice', 'state', 'target_id', 'problem'];

function toItem(row: Record<string, unknown>): ImportItem {
  return {
    position: num(row.position),
    kind: row.kind as ImportItem['kind'],
    source: String(row.source),
    name: String(row.name),
    verdict: row.verdict as ImportVerdict,
    choice: row.choice as ImportChoice,
    state: row.state as ImportItem['state'],
    targetId: (row.target_id as string | null) ?? null,
    problem: fromColumn(row.problem),
  };
}

export async function insertImport(db: Knex, owner: string, id: string, now: number): Promise<void> {
  await db('imports').insert({ id, owner, created_at: now, updated_at: now });
}

export async function importById(db: Knex, owner: string, id: string): Promise<Import | null> {
  const row = await db('imports').where({ owner, id }).first();
  if (!row) return null;
  const items = await db('import_items').where({ owner, import_id: id }).orderBy('position').select(ROW);
  return { id, state: row.state, createdAt: num(row.created_at), items: items.map(toItem) };
}

/** Holds an import until the transaction ends. */
export async function lockImport(trx: Knex.Transaction, owner: string, id: string): Promise<void> {
  await trx('imports').where({ owner, id }).forUpdate().first('id');
}

/** The imports that are not finished, the latest first. */
export async function openImports(
  db: Knex,
  owner: string,
): Promise<{ id: string; createdAt: number; waiting: number }[]> {
  const rows = await db('imports')
    .where({ 'imports.owner': owner })
    .whereNot('imports.state', 'done')
    .leftJoin('import_items', (join) =>
      join.on('import_items.import_id', 'imports.id').andOnVal('import_items.state', 'waiting'),
    )
    .groupBy('imports.id', 'imports.created_at')
    .orderBy('imports.created_at', 'desc')
    .select('imports.id', 'imports.created_at')
    .count('import_items.position as waiting');
  return rows.map((row) => ({ id: String(row.id), createdAt: num(row.created_at), waiting: num(row.waiting) }));
}

export async function setImportState(db: Knex, owner: string, id: string, state: Import['state'], now: number) {
  await db('imports').where({ owner, id }).update({ state, updated_at: now });
}

export async function dropImport(db: Knex, owner: string, id: string): Promise<boolean> {
  return (await db('imports').where({ owner, id }).delete()) === 1;
}

/** Drops imports that nobody went on with. */
export async function dropOldImports(db: Knex, before: number, most: number): Promise<number> {
  return db('imports').where('updated_at', '<', before).limit(most).delete();
}

export async function nextPosition(db: Knex, owner: string, id: string): Promise<number> {
  const row = await db('import_items').where({ owner, import_id: id }).max('position as last').first();
  return num(row?.last ?? -1) + 1;
}

export async function insertItems(db: Knex, owner: string, id: string, items: StagedItem[]): Promise<void> {
  const rows = items.map((item) => ({
    import_id: id,
    owner,
    position: item.position,
    kind: item.kind,
    source: item.source.slice(0, 300),
    name: item.name.slice(0, 300),
    content: JSON.stringify(item.content),
    verdict: item.verdict,
    target_id: item.targetId,
    choice: item.choice,
    state: item.state,
    problem: toColumn(item.problem),
  }));
  await db.batchInsert('import_items', rows, 100);
}

export async function itemAt(db: Knex, owner: string, id: string, position: number): Promise<StagedItem | null> {
  const row = await db('import_items').where({ owner, import_id: id, position }).first();
  return row ? { ...toItem(row), content: json(row.content) } : null;
}

/** The next things that wait, in their order. */
export async function waitingItems(db: Knex, owner: string, id: string, limit: number): Promise<StagedItem[]> {
  const rows = await db('import_items')
    .where({ owner, import_id: id, state: 'waiting' })
    .orderBy('position')
    .limit(limit)
    .select();
  return rows.map((row) => ({ ...toItem(row), content: json(row.content) }));
}

/** What was done of an import, in its order. */
export async function itemsDone(db: Knex, owner: string, id: string): Promise<StagedItem[]> {
  const rows = await db('import_items').where({ owner, import_id: id, state: 'done' }).orderBy('position').select();
  return rows.filter(({ kind }) => kind !== 'problem').map((row) => ({ ...toItem(row), content: json(row.content) }));
}

/** What notes of this import refer to: its shelves and lookups with their keys and where they are now. */
export async function placesOf(db: Knex, owner: string, id: string): Promise<StagedItem[]> {
  const rows = await db('import_items')
    .where({ owner, import_id: id })
    .whereIn('kind', ['shelf', 'lookup'])
    .orderBy('position')
    .select();
  return rows.map((row) => ({ ...toItem(row), content: json(row.content) }));
}

/** Where the notes of one file that have these keys are now, by their keys. */
export async function notesByKey(
  db: Knex,
  owner: string,
  id: string,
  source: string,
  keys: string[],
): Promise<Map<string, string>> {
  if (!keys.length) return new Map();
  const key = db.raw(`JSON_VALUE(content, '$.key')`);
  const rows = await db('import_items')
    .where({ owner, import_id: id, source, kind: 'note' })
    .whereNotNull('target_id')
    .whereNot({ state: 'failed' })
    .whereIn(key as never, keys)
    .select('target_id', { key });
  return new Map(rows.map((row) => [String(row.key), String(row.target_id)]));
}

/** The notes of these names that an import has read so far. */
export async function notesStaged(db: Knex, owner: string, id: string, names: string[]): Promise<StagedItem[]> {
  const found: StagedItem[] = [];
  for (const some of portions(names.map((name) => name.slice(0, 300)))) {
    const rows = await db('import_items').where({ owner, import_id: id, kind: 'note' }).whereIn('name', some).select();
    found.push(...rows.map((row) => ({ ...toItem(row), content: json(row.content) })));
  }
  return found;
}

/** The files an import has read so far, by their names. */
export async function sourcesOf(db: Knex, owner: string, id: string): Promise<Set<string>> {
  const rows = await db('import_items').where({ owner, import_id: id }).distinct('source');
  return new Set(rows.map(({ source }) => String(source)));
}

/** The notes an import took that came with a pin, and its place. */
export async function pinsOf(db: Knex, owner: string, id: string): Promise<{ targetId: string; pin: number }[]> {
  const rows = await db('import_items')
    .where({ owner, import_id: id, kind: 'note', state: 'done', choice: 'take' })
    .where('content', 'like', '%"pin":%')
    .whereNot('content', 'like', '%"pin":null%')
    .select('target_id', 'content');
  return rows.map((row) => ({ targetId: String(row.target_id), pin: num(json<{ pin: number }>(row.content).pin) }));
}

export async function settleItem(
  db: Knex,
  owner: string,
  id: string,
  position: number,
  part: Partial<Pick<ImportItem, 'state' | 'choice' | 'targetId' | 'problem'>>,
): Promise<void> {
  await db('import_items')
    .where({ owner, import_id: id, position })
    .update({
      ...(part.state && { state: part.state }),
      ...(part.choice && { choice: part.choice }),
      ...(part.targetId !== undefined && { target_id: part.targetId }),
      ...(part.problem !== undefined && { problem: toColumn(part.problem) }),
    });
}

/** Marks items as done as they were to be, with nothing to say of them. */
export async function settleItems(db: Knex, owner: string, id: string, positions: number[]): Promise<void> {
  await db('import_items')
    .where({ owner, import_id: id })
    .whereIn('position', positions)
    .update({ state: 'done', problem: '' });
}

/** Sets what an item brings while it waits. */
export async function setContent(db: Knex, owner: string, id: string, position: number, content: unknown) {
  await db('import_items')
    .where({ owner, import_id: id, position, state: 'waiting' })
    .update({ content: JSON.stringify(content) });
}

/** Sets the choice of some items by their places, or without places of all that are in the same case. What is done stays as it was done. */
export async function setChoice(
  db: Knex,
  owner: string,
  id: string,
  choice: ImportChoice,
  which: { positions: number[] } | { verdict: string },
): Promise<void> {
  const waiting = () => db('import_items').where({ owner, import_id: id, state: 'waiting' });
  // Of all at once only notes and people are meant: shelves and lookups come along with what needs them.
  if ('verdict' in which)
    await waiting().where({ verdict: which.verdict }).whereIn('kind', ['note', 'person']).update({ choice });
  else for (const some of portions(which.positions)) await waiting().whereIn('position', some).update({ choice });
}

export async function countItems(db: Knex, owner: string, id: string): Promise<{ total: number; waiting: number }> {
  const row = await db('import_items')
    .where({ owner, import_id: id })
    .count('* as total')
    .sum({ waiting: db.raw("state = 'waiting'") })
    .first();
  return { total: num(row?.total), waiting: num(row?.waiting) };
}
