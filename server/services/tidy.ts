import { dropUnusedFiles } from '../db/repositories/files';
import { dropOldImports } from '../db/repositories/imports';
import { emptyBin } from '../db/repositories/notes';
import type { Application } from './application';

const DAY = 86_400_000;

/** A deleted note can be brought back for so long. */
export const BIN_DAYS = 30;
/** An import nobody went on with is dropped after so long. */
const IMPORT_DAYS = 14;

/** Empties the bin of what is older than 30 days, drops imports left lying, and files that nothing names for a day. */
export async function tidyUp({ db, now }: Application): Promise<void> {
  await emptyBin(db, now() - BIN_DAYS * DAY);
  await dropOldImports(db, now() - IMPORT_DAYS * DAY);
  await dropUnusedFiles(db, now() - DAY);
}
