import { dropUnusedFiles } from '../db/repositories/files';
import { dropHands } from '../db/repositories/hands';
import { dropOldImports } from '../db/repositories/imports';
import { dropOldLimits } from '../db/repositories/limits';
import {
  dropDeleted,
  dropDeletedShelves,
  dropGone,
  dropOldSessions,
  dropOldTries,
  emptyOutbox,
} from '../db/repositories/tidy';
import { dropEmptyWordings } from '../db/repositories/wordings';
import type { Application } from './application';
import { SESSION_MS } from './sessions';

const DAY = 86_400_000;

/** A deleted note can be brought back for so long. */
export const BIN_DAYS = 30;
/** An import nobody went on with is dropped after so long. */
const IMPORT_DAYS = 14;

/** The bytes of a message that has left are kept for so long beside its copy in sent. */
const OUTBOX_DAYS = 7;

/**
 * Drops what nobody needs any more, a portion at a time: what was deleted 30 days ago, imports left lying, tries to sign in
 * of yesterday, sessions that ended, the bytes of messages long sent, and files that nothing names for a day.
 */
export async function tidyUp({ db, now }: Application): Promise<void> {
  const before = (days: number) => now() - days * DAY;
  await inPortions(() => dropDeleted(db, 'notes', before(BIN_DAYS), PORTION));
  await inPortions(() => dropDeleted(db, 'drafts', before(BIN_DAYS), PORTION));
  await inPortions(() => dropDeleted(db, 'lookups', before(BIN_DAYS), PORTION));
  await inPortions(() => dropDeletedShelves(db, before(BIN_DAYS), PORTION));
  await inPortions(() => dropHands(db, before(BIN_DAYS), PORTION));
  await inPortions(() => dropOldImports(db, before(IMPORT_DAYS), 20));
  await inPortions(() => dropGone(db, before(BIN_DAYS), PORTION));
  await inPortions(() => dropOldTries(db, before(1), PORTION));
  await inPortions(() => dropOldLimits(db, before(1), PORTION));
  await inPortions(() => dropOldSessions(db, now() - SESSION_MS, PORTION));
  await inPortions(() => emptyOutbox(db, before(OUTBOX_DAYS), 50));
  await inPortions(() => dropEmptyWordings(db, PORTION));
  await inPortions(() => dropUnusedFiles(db, before(1), now()));
}

/** So many rows go with one statement, so that nobody else waits long for them. */
const PORTION = 500;

/** Repeats a step until it finds nothing more. */
async function inPortions(step: () => Promise<number>): Promise<void> {
  while ((await step()) > 0);
}
