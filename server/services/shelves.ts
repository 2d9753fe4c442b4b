import { fold } from '#core/text/fold';
import type { Shelf } from '#shared/types/wire';
import type { ShelfChange, ShelfInput } from '#shared/schemas/shelf';
import { newId } from '../db/id';
import { holdAccount } from '../db/repositories/accounts';
import {
  insertShelf,
  listShelves,
  setPositions,
  setShelfDeleted,
  shelfById,
  updateShelf,
} from '../db/repositories/shelves';
import type { Application } from './application';
import { asWritten, notFound, stale, UserError } from './errors';
import { inTransaction } from '../db/transaction';
import { phrase } from '#core/text/phrase';

/** Shelves may stand inside one another so deep. */
const DEEPEST = 8;

export async function readShelves({ db }: Application, owner: string): Promise<Shelf[]> {
  return (await listShelves(db, owner)).shelves;
}

/** The shelves around a place, from the inside out. Each comes once, also where shelves stand in one another. */
function around(shelves: Shelf[], id: string | null): Set<string> {
  const byId = new Map(shelves.map((shelf) => [shelf.id, shelf]));
  const found = new Set<string>();
  for (let at = byId.get(id ?? ''); at && !found.has(at.id); at = byId.get(at.parentId ?? '')) found.add(at.id);
  return found;
}

/** How many levels a shelf and those on it take, at most as many as there are shelves. */
function heightOf(shelves: Shelf[], id: string): number {
  let level = new Set([id]);
  let height = 0;
  for (; level.size && height <= shelves.length; height++)
    level = new Set(shelves.filter(({ parentId }) => parentId && level.has(parentId)).map((child) => child.id));
  return height;
}

/** @throws UserError when the shelf would stand in itself, in one that is gone, or too deep. */
export function checkPlace(shelves: Shelf[], id: string | null, parentId: string | null): void {
  if (!parentId) return;
  if (!shelves.some((other) => other.id === parentId)) throw notFound('shelf');
  const outer = around(shelves, parentId);
  if (id && outer.has(id)) throw new UserError(phrase('error.shelfInItself'));
  if (outer.size + (id ? heightOf(shelves, id) : 1) > DEEPEST)
    throw new UserError(phrase('error.shelvesDeep', { most: DEEPEST }));
}

/** @throws UserError when another shelf beside it has the name already, whatever its case. */
function checkName(
  shelves: Shelf[],
  id: string | null,
  { name, parentId }: Pick<ShelfInput, 'name' | 'parentId'>,
): void {
  const twin = shelves.find(
    (other) => other.id !== id && other.parentId === parentId && fold(other.name) === fold(name),
  );
  if (!twin) return;
  const message = phrase('error.shelfTwin', { name: twin.name });
  throw new UserError(message, 422, { code: 'taken', fields: { name: message } });
}

/** The neighbours of a shelf in their order, with the shelf put in at its place. */
function neighbours(shelves: Shelf[], id: string, parentId: string | null, position: number | null): string[] {
  const others = shelves.filter((other) => other.parentId === parentId && other.id !== id).map((other) => other.id);
  others.splice(position ?? others.length, 0, id);
  return others;
}

export async function makeShelf(app: Application, owner: string, input: ShelfInput): Promise<Shelf> {
  const id = newId();
  await inTransaction(app.db, async (trx) => {
    // Held first: two shelves moved at the same moment would each see the other where it was.
    await holdAccount(trx, owner);
    const { shelves } = await listShelves(trx, owner);
    checkPlace(shelves, null, input.parentId);
    checkName(shelves, null, input);
    await insertShelf(trx, owner, { ...input, id, position: 0 }, app.now());
    await setPositions(trx, owner, neighbours(shelves, id, input.parentId, input.position));
  });
  return (await shelfById(app.db, owner, id))!;
}

/** Renames, describes or moves a shelf that was read at `version`. */
export async function changeShelf(app: Application, owner: string, id: string, { version, ...input }: ShelfChange) {
  await inTransaction(app.db, async (trx) => {
    // Held first: two shelves moved at the same moment would each see the other where it was.
    await holdAccount(trx, owner);
    const { shelves } = await listShelves(trx, owner);
    const before = shelves.find((other) => other.id === id);
    if (!before) throw notFound('shelf');
    checkPlace(shelves, id, input.parentId);
    if (input.name !== before.name || input.parentId !== before.parentId) checkName(shelves, id, input);
    const position = input.position ?? before.position;
    if (!(await updateShelf(trx, owner, { ...input, id, version, position }, app.now()))) throw stale('shelf', before);
    if (input.position !== null || input.parentId !== before.parentId)
      await setPositions(trx, owner, neighbours(shelves, id, input.parentId, input.position));
  });
  const shelf = await shelfById(app.db, owner, id);
  if (!shelf) throw notFound('shelf');
  return asWritten('shelf', version, shelf);
}

/** Takes a shelf away. What stood on it stands on the shelf around it, and is back when the shelf is. */
export const removeShelf = (app: Application, owner: string, id: string): Promise<void> =>
  setDeleted(app, owner, id, app.now());

export const restoreShelf = (app: Application, owner: string, id: string): Promise<void> =>
  setDeleted(app, owner, id, null);

async function setDeleted({ db }: Application, owner: string, id: string, at: number | null): Promise<void> {
  await inTransaction(db, async (trx) => {
    await holdAccount(trx, owner);
    if (!(await setShelfDeleted(trx, owner, id, at))) throw notFound('shelf');
  });
}
