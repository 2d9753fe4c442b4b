import type { Knex } from 'knex';
import { settleWaiting } from '../db/repositories/waiting';
import { replaceWords } from '../db/repositories/messageWords';
import { updateColumns } from '../db/repositories/messages';
import { sourcesAfter, sourcesWithoutWords } from '../db/repositories/messageSources';
import { inTransaction } from '../db/transaction';
import { runBulkTask } from '../work/pool';

interface Source {
  id: string;
  owner: string;
  threadId: string;
  receivedAt: number;
  raw: Buffer;
}

/** Works out anew what is kept of messages beside their bytes. */
async function rebuild(db: Knex, sources: Source[]): Promise<void> {
  const columns = await runBulkTask('derive', { raws: sources.map(({ raw }) => raw) });
  await inTransaction(db, async (trx) => {
    for (const [i, { id, owner, threadId, receivedAt }] of sources.entries()) {
      await updateColumns(trx, owner, id, columns[i]!);
      await replaceWords(trx, owner, [{ ...columns[i]!, id, receivedAt }]);
      await settleWaiting(trx, owner, [threadId]);
    }
  });
}

/** So many messages are worked out anew with one transaction. */
const PORTION = 50;

/** Works out anew what is kept of all messages, over all accounts, telling how many are done. */
export async function* rebuildAll(db: Knex): AsyncGenerator<number> {
  let done = 0;
  for (let last = ''; ;) {
    const sources = await sourcesAfter(db, last, PORTION);
    if (!sources.length) return;
    await rebuild(db, sources);
    last = sources.at(-1)!.id;
    yield (done += sources.length);
  }
}

/** Works out the words of some messages that have none yet, as those of an earlier version; tells how many it were. */
export async function wordSome(db: Knex): Promise<number> {
  const sources = await sourcesWithoutWords(db, PORTION);
  if (sources.length) await rebuild(db, sources);
  return sources.length;
}
