import type { Knex } from 'knex';

/** Nothing is ever put off for so long, in milliseconds: what seems to be was put off before the clock was set back. */
const LONGEST_WAIT_MS = 2 * 3_600_000;

/** The condition that what was put off until the moment in a column is due, both in milliseconds since 1970. */
export const whereDue = (column: string, now: number) => (query: Knex.QueryBuilder) =>
  void query.where(column, '<=', now).orWhere(column, '>', now + LONGEST_WAIT_MS);
