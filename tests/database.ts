import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TestProject } from 'vitest/node';
import { startMariaDb } from '../bin/lib/mariadb.mjs';

/** A throwaway MariaDB for one run of the tests, on a free port and in a folder of its own. */
export default async function setup(project: TestProject) {
  const folder = await mkdtemp(join(tmpdir(), 'jar-note-test-'));
  const { url, stop } = await startMariaDb(folder);
  project.provide('databaseUrl', url);
  return async () => {
    await stop();
    await rm(folder, { recursive: true, force: true });
  };
}
