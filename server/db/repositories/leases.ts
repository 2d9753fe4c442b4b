import type { Knex } from 'knex';
import { portions } from '../rows';

/** The leases of these names that somebody else has, and that go on. */
export async function leasesOfOthers(db: Knex, names: string[], holder: string, now: number): Promise<Set<string>> {
  const held = new Set<string>();
  for (const some of portions(names))
    for (const name of await db('leases')
      .whereIn('name', some)
      .whereNot({ holder })
      .where('until_at', '>=', now)
      .pluck<string[]>('name'))
      held.add(name);
  return held;
}

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
