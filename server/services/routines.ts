import type { RoutineChange, RoutineInput } from '#shared/schemas/routine';
import type { Routine } from '#shared/types/wire';
import { newId } from '../db/id';
import {
  insertRoutine,
  listRoutines,
  orderRoutines,
  routineById,
  setRoutineDeleted,
  updateRoutine,
} from '../db/repositories/routines';
import { inTransaction } from '../db/transaction';
import type { Application } from './application';
import { asWritten, notFound, stale, UserError } from './errors';
import { phrase } from '#core/text/phrase';

/** More routines than this nobody finds again. */
const MOST = 100;

export const readRoutines = ({ db }: Application, owner: string): Promise<Routine[]> => listRoutines(db, owner);

async function readRoutine({ db }: Application, owner: string, id: string): Promise<Routine> {
  const routine = await routineById(db, owner, id);
  if (!routine) throw notFound('routine');
  return routine;
}

/** Makes a routine, behind the others. @throws UserError when there are very many */
export async function makeRoutine(app: Application, owner: string, input: RoutineInput): Promise<Routine> {
  if ((await listRoutines(app.db, owner)).length >= MOST)
    throw new UserError(phrase('error.manyRoutines', { most: MOST }));
  const id = newId();
  await insertRoutine(app.db, owner, id, input);
  return readRoutine(app, owner, id);
}

export async function changeRoutine(
  app: Application,
  owner: string,
  id: string,
  { version, ...input }: RoutineChange,
): Promise<Routine> {
  if (!(await updateRoutine(app.db, owner, id, version, input)))
    throw stale('routine', await readRoutine(app, owner, id));
  return asWritten('routine', version, await readRoutine(app, owner, id));
}

export async function sortRoutines(app: Application, owner: string, ids: string[]): Promise<Routine[]> {
  await inTransaction(app.db, (trx) => orderRoutines(trx, owner, ids));
  return readRoutines(app, owner);
}

export async function removeRoutine(app: Application, owner: string, id: string): Promise<void> {
  if (!(await setRoutineDeleted(app.db, owner, id, app.now()))) throw notFound('routine');
}

export async function restoreRoutine(app: Application, owner: string, id: string): Promise<Routine> {
  if (!(await setRoutineDeleted(app.db, owner, id, null))) throw notFound('routine');
  return readRoutine(app, owner, id);
}
