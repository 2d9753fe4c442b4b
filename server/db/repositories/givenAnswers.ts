import { createHash } from 'node:crypto';
import type { Knex } from 'knex';
import { addressKey } from '#core/message/address';

const shortKey = (key: string) => key.slice(0, 190);

export interface GivenAnswer {
  key: string;
  answer: string;
}

/** Remembers what was answered in a message to somebody. */
export async function rememberAnswers(db: Knex, owner: string, address: string, answers: GivenAnswer[], now: number) {
  const rows = answers.map(({ key, answer }) => ({
    owner,
    blank_key: shortKey(key),
    person_key: addressKey(address).slice(0, 320),
    digest: createHash('sha256').update(answer).digest('hex'),
    answer,
    used_at: now,
  }));
  if (!rows.length) return;
  await db('given_answers')
    .insert(rows)
    .onConflict(['owner', 'blank_key', 'person_key', 'digest'])
    .merge({ used_at: now });
}

/** What was answered before for each blank: to this person first, then to others, the latest first; each answer once. */
export async function answersGiven(
  db: Knex,
  owner: string,
  keys: string[],
  address: string,
  limit: number,
): Promise<Record<string, string[]>> {
  if (!keys.length) return {};
  const person = addressKey(address).slice(0, 320);
  const ranked = db('given_answers')
    .where({ owner })
    .whereIn('blank_key', keys.map(shortKey))
    .select('blank_key', 'answer')
    .select(db.raw('MAX(person_key = ?) AS theirs, MAX(used_at) AS latest', [person]))
    .groupBy('blank_key', 'digest', 'answer')
    .as('answers');
  const numbered = db(ranked)
    .select('blank_key', 'answer')
    .select(db.raw('ROW_NUMBER() OVER (PARTITION BY blank_key ORDER BY theirs DESC, latest DESC) AS place'))
    .as('numbered');
  const rows = await db(numbered).where('place', '<=', limit).orderBy('place').select('blank_key', 'answer');
  const found: Record<string, string[]> = {};
  for (const key of keys) {
    const mine = rows.filter((row) => row.blank_key === shortKey(key)).map((row) => String(row.answer));
    if (mine.length) found[key] = mine;
  }
  return found;
}

/** What was answered in messages to some addresses, the latest first. */
export async function answersTo(db: Knex, owner: string, addresses: string[]): Promise<GivenAnswer[]> {
  const keys = addresses.map((address) => addressKey(address).slice(0, 320));
  const rows = await db('given_answers').where({ owner }).whereIn('person_key', keys).orderBy('used_at', 'desc');
  return rows.map(({ blank_key: key, answer }) => ({ key: String(key), answer: String(answer) }));
}
