import { statfs } from 'node:fs/promises';
import { fileSize } from '#core/number/size';
import { phrase, type Phrase } from '#core/text/phrase';

/** So much stays free on the disk of the database: without any it stops, and with it everything else. */
export const KEPT_FREE = 500_000_000;

/**
 * Why nothing large may be stored now; null where it may. Only a database whose folder is on this machine can be asked.
 * @param free how many bytes are free in a folder
 */
export async function fullDisk(folder: string, free = freeBytes): Promise<Phrase | null> {
  if (!folder) return null;
  const left = await free(folder).catch(() => Infinity);
  return left < KEPT_FREE ? phrase('error.diskFull', { free: fileSize(left) }) : null;
}

async function freeBytes(folder: string): Promise<number> {
  const { bavail, bsize } = await statfs(folder);
  return bavail * bsize;
}
