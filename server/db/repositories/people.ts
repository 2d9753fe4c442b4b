import type { Knex } from 'knex';
import type { Person, PersonAddress } from '#shared/types/person';
import { addressKey, type Mailbox } from '#core/message/address';
import type { Facts } from '#core/person/facts';
import type { Greeted } from '#core/person/greeting';
import { splitName } from '#core/person/name';
import { newId } from '../id';
import { json, num, portions } from '../rows';

/** The columns that say something of a person; those of whom they are part of hold for all their addresses. */
const FACTS = [
  'id',
  'version',
  'first_name',
  'last_name',
  'full_name',
  'company',
  'greeting_name',
  'form',
  'greeted_at',
  'greeting_own',
  'fields',
] as const;

function toPerson(row: Record<string, unknown>): Person {
  return {
    id: String(row.id),
    version: num(row.version),
    address: String(row.address),
    firstName: String(row.first_name),
    lastName: String(row.last_name),
    fullName: String(row.full_name),
    company: String(row.company),
    greetingName: String(row.greeting_name),
    form: row.form as Person['form'],
    greetedAt: row.greeting_own ? 0 : num(row.greeted_at),
    fields: json(row.fields),
    messages: num(row.messages),
    lastAt: num(row.last_at),
  };
}

/** Addresses (p), each with the person (m) whose facts hold for it. */
const addresses = (db: Knex, owner: string) =>
  db('people as p').joinRaw('JOIN people m ON m.id = COALESCE(p.part_of, p.id)').where('p.owner', owner);

/** The columns of a person with one of their addresses. */
const asPerson = [...FACTS.map((name) => `m.${name}`), 'p.address', 'p.messages', 'p.last_at'];

/** Somebody messages were exchanged with: in how many of them, when last, and how the last letter to them greeted them. */
export interface Met extends Mailbox {
  times: number;
  at: number;
  greeted: (Greeted & { at: number }) | null;
}

/**
 * Takes note of the people messages were exchanged with. People already known keep the names they have, since those may
 * have been put right by hand; empty ones are filled. What they are greeted by follows the latest letter, unless it was
 * put in by hand.
 * @param people each address once
 */
export async function meetPeople(db: Knex, owner: string, people: Met[]): Promise<void> {
  const short = (text: string) => text.slice(0, 200);
  // In one order, so that two transactions that meet the same people do not wait for each other.
  const sorted = people
    .map((one) => ({ ...one, key: addressKey(one.address).slice(0, 320) }))
    .sort((a, b) => (a.key < b.key ? -1 : 1));
  const isNewer = 'VALUES(greeted_at) > greeted_at';
  for (const some of portions(sorted)) {
    const rows = some.map(({ key, address, name, times, at, greeted }) => {
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
        greeting_name: short(greeted?.name ?? ''),
        form: greeted?.form ?? '',
        greeted_at: greeted?.at ?? 0,
      };
    });
    const { sql, bindings } = db('people')
      .insert(rows)
      .onConflict(['owner', 'address_key'])
      .merge({
        messages: db.raw('messages + VALUES(messages)'),
        last_at: db.raw('GREATEST(last_at, VALUES(last_at))'),
        first_name: db.raw("IF(full_name = '', VALUES(first_name), first_name)"),
        last_name: db.raw("IF(full_name = '', VALUES(last_name), last_name)"),
        full_name: db.raw("IF(full_name = '', VALUES(full_name), full_name)"),
        greeting_name: db.raw(`IF(greeting_own = 0 AND ${isNewer}, VALUES(greeting_name), greeting_name)`),
        form: db.raw(`IF(form_own = 0 AND ${isNewer} AND VALUES(form) <> '', VALUES(form), form)`),
        // Last, since the two before ask for it (MariaDB sets from left to right).
        greeted_at: db.raw(`IF(${isNewer}, VALUES(greeted_at), greeted_at)`),
      })
      .toSQL();
    const [met] = await db.raw(`${sql} RETURNING address_key, part_of`, bindings as Knex.RawBinding[]);
    for (const { address_key: key, part_of: whole } of met) {
      const greeted = whole && some.find((one) => one.key === key)?.greeted;
      if (greeted) await greetWhole(db, owner, whole, greeted);
    }
  }
}

/** What an address of somebody is greeted by holds for the person it is part of. */
async function greetWhole(db: Knex, owner: string, id: string, { name, form, at }: Greeted & { at: number }) {
  await db('people')
    .where({ owner, id })
    .where('greeted_at', '<', at)
    .update({
      greeting_name: db.raw('IF(greeting_own, greeting_name, ?)', [name.slice(0, 200)]),
      ...(form && { form: db.raw('IF(form_own, form, ?)', [form]) }),
      greeted_at: at,
    });
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

/** Who an address belongs to, with that address. */
export async function personByAddress(db: Knex, owner: string, address: string): Promise<Person | null> {
  const row = await addresses(db, owner).where('p.address_key', addressKey(address).slice(0, 320)).first(asPerson);
  return row ? toPerson(row) : null;
}

/** A person by their id, which is none of an address that is part of another one. */
export async function personById(db: Knex, owner: string, id: string, lock = false): Promise<Person | null> {
  const query = db('people').where({ owner, id }).whereNull('part_of').first();
  const row = await (lock ? query.forUpdate() : query);
  if (!row) return null;
  const parts = (await addressesOf(db, owner, id)).slice(1);
  return {
    ...toPerson(row),
    messages: parts.reduce((sum, { messages }) => sum + messages, num(row.messages)),
    lastAt: parts.reduce((latest, { lastAt }) => Math.max(latest, lastAt), num(row.last_at)),
  };
}

/** The addresses of somebody, the main one first. */
export async function addressesOf(db: Knex, owner: string, id: string): Promise<PersonAddress[]> {
  const rows = await db('people')
    .where({ owner })
    .andWhere((q) => q.where({ id }).orWhere({ part_of: id }))
    .orderByRaw('part_of IS NOT NULL, address_key')
    .select('id', 'address', 'messages', 'last_at');
  return rows.map((row) => ({
    id: String(row.id),
    address: String(row.address),
    messages: num(row.messages),
    lastAt: num(row.last_at),
  }));
}

/** The ids of the people some addresses belong to, by the keys of these. */
export async function wholesOf(db: Knex, owner: string, keys: string[]): Promise<Map<string, string>> {
  const found = new Map<string, string>();
  for (const some of portions([...new Set(keys)])) {
    const rows = await db('people')
      .where({ owner })
      .whereIn('address_key', some)
      .select('id', 'part_of', 'address_key');
    for (const { id, part_of: whole, address_key: key } of rows) found.set(String(key), String(whole ?? id));
  }
  return found;
}

/** Everybody by their main addresses, in the order of these, with their further ones; one of them with an id. */
export async function allPeople(db: Knex, owner: string, id?: string): Promise<(Person & { addresses: string[] })[]> {
  const query = db('people').where({ owner }).orderBy('address_key');
  if (id) void query.where((q) => q.where({ id }).orWhere({ part_of: id }));
  const rows = await query;
  const parts = new Map<string, string[]>();
  for (const { part_of: whole, address } of rows)
    if (whole) parts.set(whole, [...(parts.get(whole) ?? []), String(address)]);
  return rows
    .filter(({ part_of: whole }) => !whole)
    .map((row) => ({ ...toPerson(row), addresses: parts.get(row.id) ?? [] }));
}

/** The condition that each of some words stands somewhere in what is known of somebody. */
function saysAll(query: Knex.QueryBuilder, typed: string): void {
  for (const word of typed.split(/\s+/).filter(Boolean).slice(0, 8)) {
    const like = `%${word.replace(/[\\%_]/g, '\\$&')}%`;
    query.andWhere((q) =>
      q
        .where('m.full_name', 'like', like)
        .orWhere('p.address', 'like', like)
        .orWhere('m.company', 'like', like)
        .orWhere('m.first_name', 'like', like)
        .orWhere('m.last_name', 'like', like)
        .orWhere('m.greeting_name', 'like', like)
        .orWhereRaw('CONVERT(m.fields USING utf8mb4) COLLATE utf8mb4_unicode_ci LIKE ?', [like]),
    );
  }
}

/** A page of people whose names, addresses, company or fields hold each word that was typed. */
export async function listPeople(
  db: Knex,
  owner: string,
  { find, sort, from, limit }: { find: string; sort: 'latest' | 'name'; from: number; limit: number },
): Promise<{ rows: Person[]; total: number }> {
  const whole = db('people')
    .where({ owner })
    .select(db.raw('COALESCE(part_of, id) AS id, SUM(messages) AS messages, MAX(last_at) AS last_at'))
    .groupByRaw('COALESCE(part_of, id)');
  const query = db.from(whole.as('w')).join('people as m', 'm.id', 'w.id');
  if (find.trim()) {
    // Joined, since a condition on it would be worked out anew for every row.
    const found = addresses(db, owner).distinct('m.id');
    saysAll(found, find);
    query.join(found.as('f'), 'f.id', 'w.id');
  }
  const rows = await query
    .select([...FACTS.map((name) => `m.${name}`), 'm.address', 'w.messages', 'w.last_at'])
    .select(db.raw('COUNT(*) OVER () AS total'))
    .orderByRaw(
      sort === 'name'
        ? "IF(m.last_name <> '', m.last_name, IF(m.full_name <> '', m.full_name, m.address)), m.full_name, m.id"
        : 'w.last_at DESC, m.id',
    )
    .offset(from)
    .limit(limit);
  return { rows: rows.map(toPerson), total: num(rows[0]?.total) };
}

/** Addresses for what was typed, those written with most lately first, each with whom it belongs to. */
export async function findPeople(db: Knex, owner: string, typed: string, limit: number): Promise<Person[]> {
  const like = `%${typed.replace(/[\\%_]/g, '\\$&')}%`;
  const rows = await addresses(db, owner)
    .andWhere((q) =>
      q.where('m.full_name', 'like', like).orWhere('p.address', 'like', like).orWhere('m.company', 'like', like),
    )
    .orderBy('p.messages', 'desc')
    .orderBy('p.last_at', 'desc')
    .limit(limit)
    .select(asPerson);
  return rows.map(toPerson);
}

/** Others of the same name. */
export async function peopleNamed(db: Knex, owner: string, fullName: string, but: string): Promise<Person[]> {
  if (!fullName) return [];
  const rows = await db('people')
    .where({ owner, full_name: fullName })
    .whereNull('part_of')
    .whereNot({ id: but })
    .orderBy('last_at', 'desc')
    .limit(3);
  return rows.map(toPerson);
}

/** Writes a person that was read at `version`; false when it was changed since. What is left out stays as it is. */
export async function updatePerson(
  db: Knex,
  owner: string,
  id: string,
  version: number,
  person: Omit<Facts, 'greetingName' | 'form'> & Partial<Pick<Facts, 'greetingName' | 'form'>>,
): Promise<boolean> {
  const { greetingName, form } = person;
  // What was put in by hand is learnt no more, until it is taken out again.
  const own = (column: string, flag: string, value: string) =>
    db.raw('IF(?? <=> ?, ??, ?)', [column, value, flag, Boolean(value)]);
  const changed = await db('people')
    .where({ owner, id, version })
    .whereNull('part_of')
    .update({
      version: version + 1,
      first_name: person.firstName,
      last_name: person.lastName,
      full_name: person.fullName,
      company: person.company,
      fields: JSON.stringify(person.fields),
      // What asks how it was before is set first (MariaDB sets from left to right).
      ...(greetingName !== undefined && {
        greeting_own: own('greeting_name', 'greeting_own', greetingName),
        greeting_name: greetingName,
      }),
      ...(form !== undefined && { form_own: own('form', 'form_own', form), form }),
    });
  return changed === 1;
}

/** Has what somebody took over from another one count as it did there: as learnt, or as put in by hand. */
export async function takeOverGreeting(
  trx: Knex.Transaction,
  owner: string,
  id: string,
  other: string,
  { greetingName, form }: Partial<Facts>,
): Promise<void> {
  const row = await trx('people').where({ owner, id: other }).first('greeting_own', 'greeted_at', 'form_own');
  const set = {
    ...(greetingName && { greeting_own: row!.greeting_own, greeted_at: row!.greeted_at }),
    ...(form && { form_own: row!.form_own }),
  };
  if (Object.keys(set).length) await trx('people').where({ owner, id }).update(set);
}

/** What somebody gave to the person they were put together with. */
export interface Gave {
  facts: Partial<Facts>;
  /** The addresses that were part of them before. */
  parts: string[];
}

/** Makes somebody with all their addresses part of another person. */
export async function makePart(db: Knex, owner: string, id: string, whole: string, gave: Gave): Promise<void> {
  await db('people').where({ owner, part_of: id }).update({ part_of: whole });
  await db('people')
    .where({ owner, id })
    .update({ part_of: whole, gave: JSON.stringify(gave), version: db.raw('version + 1') });
}

/** What a part gave; null when it is part of nobody. */
export async function gaveOf(db: Knex, owner: string, id: string): Promise<(Gave & { whole: string }) | null> {
  const row = await db('people').where({ owner, id }).whereNotNull('part_of').first('part_of', 'gave');
  return row ? { ...json<Gave>(row.gave), whole: String(row.part_of) } : null;
}

/** Makes a part a person of its own again, with the addresses that were part of it before. */
export async function makeWhole(db: Knex, owner: string, id: string, { whole, parts }: Gave & { whole: string }) {
  await db('people').where({ owner, part_of: whole }).whereIn('id', parts).update({ part_of: id });
  await db('people')
    .where({ owner, id })
    .update({ part_of: null, gave: '', version: db.raw('version + 1') });
}

/** Drops addresses of somebody that no message was exchanged by. */
export async function dropUnusedParts(db: Knex, owner: string, whole: string, ids: string[]): Promise<void> {
  await db('people').where({ owner, part_of: whole, messages: 0 }).whereIn('id', ids).delete();
}

/** Tables that know something of an address, and the column it stands in. */
const KNOWN_OF_ADDRESS = {
  sent_notes: 'address_key',
  given_answers: 'person_key',
  signature_choices: 'address_key',
  sender_waits: 'address_key',
  hands_asked: 'address_key',
  hands_answers: 'address_key',
  past_answers: 'address_key',
  wording_letters: 'address_key',
  note_edits: 'address_key',
};

/** Deletes somebody with all their addresses and all that was remembered for these; false when they were changed since. */
export async function deletePerson(
  trx: Knex.Transaction,
  owner: string,
  id: string,
  version: number,
): Promise<boolean> {
  const person = await trx('people').where({ owner, id, version }).whereNull('part_of').forUpdate().first('id');
  if (!person) return false;
  const mine = () =>
    trx('people')
      .where({ owner })
      .andWhere((q) => q.where({ id }).orWhere({ part_of: id }));
  const rows = await mine().select('id', 'address_key');
  const keys = rows.map(({ address_key: key }) => key);
  // A message that stays is not read for an answer once more.
  const read = { state: 'none', address_key: '', address: '', name: '', choices: '[]' };
  await trx('hands_answers').where({ owner }).whereIn('address_key', keys).whereNotNull('message_id').update(read);
  for (const [table, column] of Object.entries(KNOWN_OF_ADDRESS))
    await trx(table).where({ owner }).whereIn(column, keys).delete();
  // That a note was put in stays counted, without for whom.
  await trx('note_log').where({ owner }).whereIn('address_key', keys).update({ address_key: '' });
  const ids = rows.map((row) => row.id);
  await trx('import_items').where({ owner, kind: 'person' }).whereIn('target_id', ids).delete();
  await mine().delete();
  return true;
}

/** Names and addresses of the people met last. */
export async function boxesOfPeople(db: Knex, owner: string, limit: number): Promise<Mailbox[]> {
  const rows = await addresses(db, owner).orderBy('p.last_at', 'desc').limit(limit).select('m.full_name', 'p.address');
  return rows.map(({ full_name: name, address }) => ({ name: String(name), address: String(address) }));
}
