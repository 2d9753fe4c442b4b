import type { Knex } from 'knex';
import type { Person } from '#shared/types/wire';
import { addressKey, type Mailbox } from '#core/message/address';
import { splitName } from '#core/person/name';
import { newId } from '../id';
import { json, num, portions } from '../rows';

function toPerson(row: Record<string, unknown>): Person {
  return {
    id: String(row.id),
    version: num(row.version),
    address: String(row.address),
    firstName: String(row.first_name),
    lastName: String(row.last_name),
    fullName: String(row.full_name),
    company: String(row.company),
    fields: json(row.fields),
    messages: num(row.messages),
    lastAt: num(row.last_at),
  };
}

/** Somebody messages were exchanged with: in how many of them, and when last. */
export interface Met extends Mailbox {
  times: number;
  at: number;
}

/**
 * Takes note of the people messages were exchanged with. People already known keep the names they have, since those may
 * have been put right by hand; empty ones are filled.
 * @param people each address once
 */
export async function meetPeople(db: Knex, owner: string, people: Met[]): Promise<void> {
  const short = (text: string) => text.slice(0, 200);
  // In one order, so that two transactions that meet the same people do not wait for each other.
  const sorted = people
    .map((one) => ({ ...one, key: addressKey(one.address).slice(0, 320) }))
    .sort((a, b) => (a.key < b.key ? -1 : 1));
  for (const some of portions(sorted)) {
    const rows = some.map(({ key, address, name, times, at }) => {
      const { firstName, lastName, fullName } = splitName(name);
      return {
        id: newId(),
        owner,
        address: address.slice(0, 320),
        address_key: key,
        first_name: short(firstName),
        last_name: short(lastName),
        full_name: short(fullName),
        messages: times,
        last_at: at,
      };
    });
    await db('people')
      .insert(rows)
      .onConflict(['owner', 'address_key'])
      .merge({
        messages: db.raw('messages + VALUES(messages)'),
        last_at: db.raw('GREATEST(last_at, VALUES(last_at))'),
        first_name: db.raw("IF(full_name = '', VALUES(first_name), first_name)"),
        last_name: db.raw("IF(full_name = '', VALUES(last_name), last_name)"),
        full_name: db.raw("IF(full_name = '', VALUES(full_name), full_name)"),
      });
  }
}

/** Somebody who is known by name before a message was exchanged; nothing changes for one already known. */
export async function addPerson(db: Knex, owner: string, box: Mailbox): Promise<void> {
  const { firstName, lastName, fullName } = splitName(box.name);
  await db('people')
    .insert({
      id: newId(),
      owner,
      address: box.address.slice(0, 320),
      address_key: addressKey(box.address).slice(0, 320),
      first_name: firstName.slice(0, 200),
      last_name: lastName.slice(0, 200),
      full_name: fullName.slice(0, 200),
    })
    .onConflict(['owner', 'address_key'])
    .ignore();
}

export async function personByAddress(db: Knex, owner: string, address: string): Promise<Person | null> {
  const row = await db('people')
    .where({ owner, address_key: addressKey(address) })
    .first();
  return row ? toPerson(row) : null;
}

export async function personById(db: Knex, owner: string, id: string): Promise<Person | null> {
  const row = await db('people').where({ owner, id }).first();
  return row ? toPerson(row) : null;
}

/** Everybody, in the order of their addresses. */
export async function allPeople(db: Knex, owner: string): Promise<Person[]> {
  return (await db('people').where({ owner }).orderBy('address_key')).map(toPerson);
}

/** People whose name, company or address holds what was typed, those written with most lately first. */
export async function findPeople(db: Knex, owner: string, typed: string, limit: number): Promise<Person[]> {
  const like = `%${typed.replace(/[\\%_]/g, '\\$&')}%`;
  const rows = await db('people')
    .where({ owner })
    .andWhere((q) =>
      q.where('full_name', 'like', like).orWhere('address', 'like', like).orWhere('company', 'like', like),
    )
    .orderBy('messages', 'desc')
    .orderBy('last_at', 'desc')
    .limit(limit);
  return rows.map(toPerson);
}

/** Writes a person that was read at `version`; false when it was changed since. */
export async function updatePerson(
  db: Knex,
  owner: string,
  id: string,
  version: number,
  person: Pick<Person, 'firstName' | 'lastName' | 'fullName' | 'company' | 'fields'>,
): Promise<boolean> {
  const changed = await db('people')
    .where({ owner, id, version })
    .update({
      version: version + 1,
      first_name: person.firstName,
      last_name: person.lastName,
      full_name: person.fullName,
      company: person.company,
      fields: JSON.stringify(person.fields),
    });
  return changed === 1;
}

/** Names and addresses of the people met last. */
export async function boxesOfPeople(db: Knex, owner: string, limit: number): Promise<Mailbox[]> {
  const rows = await db('people')
    .where({ owner })
    .orderBy('last_at', 'desc')
    .limit(limit)
    .select('full_name', 'address');
  return rows.map(({ full_name: name, address }) => ({ name: String(name), address: String(address) }));
}
