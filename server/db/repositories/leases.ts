import type { Knex } from 'knex';

/**
 * Takes a lease on periodic work for `ms`, so that one of several processes does it; false while another has it. Plain
 * rows, not server locks, because those do not reach across a replicated database.
 */
export async function takeLease(db: Knex, name: string, holder: string, now: number, ms: number): Promise<boolean> {
  const until = now + ms;
  await db('leases').insert({ name, holder, until_at: 0 }).onConflict('name').ignore();
  const taken = await db('leases')
    .where({ name })
    // One that lasts far longer than it was taken for was taken before the clock was set back.
    .where((q) =>
      q
        .where('until_at', '<', now)
        .orWhere('until_at', '>', now + 2 * ms)
        .orWhere({ holder }),
    )
    .update({ holder, until_at: until });
  return taken === 1;
}
