import type { Knex } from 'knex';
import type { RoutineInput } from '#shared/schemas/routine';
import type { Routine } from '#shared/types/wire';
import { json, num } from '../rows';

function toRoutine(row: Record<string, unknown>): Routine {
  return {
    ...json<RoutineInput>(row.content),
    id: String(row.id),
    version: num(row.version),
    name: String(row.name),
  };
}

const contentOf = ({ name: _, ...steps }: RoutineInput) => JSON.stringify(steps);

/** The routines in their order. */
export async function listRoutines(db: Knex, owner: string): Promise<Routine[]> {
  const rows = await db('routines').where({ owner, deleted_at: null }).orderBy(['position', 'id']).limit(200);
  return rows.map(toRoutine);
}

export async function routineById(db: Knex, owner: string, id: string): Promise<Routine | null> {
  const row = await db('routines').where({ owner, id, deleted_at: null }).first();
  return row ? toRoutine(row) : null;
}

/** Puts a routine behind the others. */
export async function insertRoutine(db: Knex, owner: string, id: string, input: RoutineInput): Promise<void> {
  const last = await db('routines').where({ owner }).max({ position: 'position' }).first();
  const position = num(last?.position) + 1;
  await db('routines').insert({ id, owner, name: input.name, content: contentOf(input), position });
}

/** Writes a routine that was read at `version`; false when it was changed or deleted since. */
export async function updateRoutine(
  db: Knex,
  owner: string,
  id: string,
  version: number,
  input: RoutineInput,
): Promise<boolean> {
  const changed = await db('routines')
    .where({ owner, id, version, deleted_at: null })
    .update({ name: input.name, content: contentOf(input), version: version + 1 });
  return changed === 1;
}

/** Puts routines into an order. */
export async function orderRoutines(db: Knex, owner: string, ids: string[]): Promise<void> {
  for (const [position, id] of ids.entries()) await db('routines').where({ owner, id }).update({ position });
}

/** Deletes a routine (`at`) or brings it back (`null`); false when there is none. */
export async function setRoutineDeleted(db: Knex, owner: string, id: string, at: number | null): Promise<boolean> {
  const query = db('routines').where({ owner, id });
  if (at === null) query.whereNotNull('deleted_at');
  else query.whereNull('deleted_at');
  return (await query.update({ deleted_at: at })) === 1;
}
