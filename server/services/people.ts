import type { PeoplePage, Person, PersonDeletion, PersonPage } from '#shared/types/person';
import type { FoundPage } from '#shared/types/wire';
import type { Deletion, Joining, NewPerson, PeopleQuery, PersonChange } from '#shared/schemas/person';
import { completed, missingIn, withoutGiven } from '#core/person/facts';
import { phrase } from '#core/text/phrase';
import {
  addPerson,
  addressesOf,
  deletePerson,
  findPeople,
  gaveOf,
  listPeople,
  makePart,
  makeWhole,
  peopleNamed,
  personByAddress,
  personById,
  takeOverGreeting,
  updatePerson,
} from '../db/repositories/people';
import { messagesWith, searchMessages } from '../db/repositories/messageWords';
import { noteRows } from '../db/repositories/notes';
import { notesSentTo } from '../db/repositories/sentNotes';
import { inTransaction } from '../db/transaction';
import type { Application } from './application';
import { asWritten, notFound, stale, UserError } from './errors';

/** Who an address belongs to, null when nobody known. */
export function readPerson({ db }: Application, owner: string, address: string): Promise<Person | null> {
  return personByAddress(db, owner, address);
}

export function suggestPeople({ db }: Application, owner: string, typed: string): Promise<Person[]> {
  return findPeople(db, owner, typed, 8);
}

/** So many people stand on a page of the list. */
const PAGE = 100;
/** So many messages stand on a page of what passed between. */
const MESSAGES = 50;

export function readPeople({ db }: Application, owner: string, query: PeopleQuery): Promise<PeoplePage> {
  return listPeople(db, owner, { ...query, limit: PAGE });
}

/** All that is known of somebody but the messages. */
export async function readPersonPage({ db }: Application, owner: string, id: string): Promise<PersonPage> {
  const person = await personById(db, owner, id);
  if (!person) throw notFound('person');
  const addresses = await addressesOf(db, owner, id);
  const sent = new Map<string, number>();
  for (const { address } of addresses)
    for (const { note, at } of await notesSentTo(db, owner, address)) sent.set(note, Math.max(at, sent.get(note) ?? 0));
  const notes = (await noteRows(db, owner, [...sent.keys()])).map(({ id, name }) => ({ id, name, at: sent.get(id)! }));
  const twins = await peopleNamed(db, owner, person.fullName, id);
  return {
    ...person,
    addresses,
    notes: notes.sort((a, b) => b.at - a.at),
    twins: twins.map(({ id, version, address }) => ({ id, version, address })),
  };
}

/** A page of what passed between the user and somebody, the newest first. */
export async function readPersonMessages(
  { db }: Application,
  owner: string,
  id: string,
  after: string,
): Promise<FoundPage> {
  const people = await addressesIn(db, owner, id);
  const everywhere = { terms: [], folder: '', inFolder: '', since: 0, hasFiles: false } as const;
  const found = await searchMessages(db, owner, { ...everywhere, terms: [], people, after, limit: MESSAGES });
  return { ...found, terms: [] };
}

async function addressesIn(db: Application['db'], owner: string, id: string): Promise<string[]> {
  if (!(await personById(db, owner, id))) throw notFound('person');
  return (await addressesOf(db, owner, id)).map(({ address }) => address);
}

/** Takes note of somebody, or answers with who is known already by that address. */
export async function meetByAddress({ db }: Application, owner: string, box: NewPerson): Promise<Person> {
  await addPerson(db, owner, box);
  return (await personByAddress(db, owner, box.address))!;
}

export async function changePerson(
  { db }: Application,
  owner: string,
  id: string,
  { version, ...input }: PersonChange,
): Promise<Person> {
  const changed = await updatePerson(db, owner, id, version, input);
  const person = await personById(db, owner, id);
  if (!person) throw notFound('person');
  if (!changed) throw stale('person', person);
  return asWritten('person', version, person);
}

/**
 * Puts two together that are one person. What the one who stays does not have is taken from the other; the rest of the
 * other is kept, for the case that they are taken apart again.
 */
export async function joinPeople(
  app: Application,
  owner: string,
  id: string,
  { version, other: otherId, otherVersion }: Joining,
): Promise<PersonPage> {
  await inTransaction(app.db, async (trx) => {
    // In one order, so that two that do the same do not wait for each other.
    const read = new Map<string, Person>();
    for (const one of [id, otherId].sort()) {
      const person = await personById(trx, owner, one, true);
      if (!person) throw notFound('person');
      read.set(one, person);
    }
    if (id === otherId) throw new UserError(phrase('person.same'), 422);
    const [person, other] = [read.get(id)!, read.get(otherId)!];
    if (person.version !== version) throw stale('person', person);
    if (other.version !== otherVersion) throw stale('person', other);
    const facts = missingIn(person, other);
    const parts = (await addressesOf(trx, owner, otherId)).slice(1).map((part) => part.id);
    await updatePerson(trx, owner, id, version, completed(person, facts));
    await takeOverGreeting(trx, owner, id, otherId, facts);
    await makePart(trx, owner, otherId, id, { facts, parts });
  });
  return readPersonPage(app, owner, id);
}

/** Takes apart what was put together: the part is as it was before, and what it gave is taken from the other where it stands unchanged. */
export async function takeApart(app: Application, owner: string, id: string, part: string): Promise<PersonPage> {
  await inTransaction(app.db, async (trx) => {
    const person = await personById(trx, owner, id, true);
    const gave = await gaveOf(trx, owner, part);
    if (!person || gave?.whole !== id) throw notFound('person');
    await updatePerson(trx, owner, id, person.version, withoutGiven(person, gave.facts));
    await makeWhole(trx, owner, part, gave);
  });
  return readPersonPage(app, owner, id);
}

/** How often it is told how far it is. */
const TELL = 10;

/**
 * Deletes somebody with all that is known of them; first moves the messages to the trash, if wanted. Stopped half-way,
 * the messages moved so far stay there, and nothing else is deleted.
 */
export async function* removePerson(
  app: Application,
  owner: string,
  id: string,
  { version, messages }: Deletion,
): AsyncGenerator<PersonDeletion> {
  const people = await addressesIn(app.db, owner, id);
  const ids = messages ? await messagesWith(app.db, owner, people) : [];
  const mail = app.mail(owner);
  for (const [i, one] of ids.entries()) {
    await mail.change(one, { folder: 'trash' }).catch((error) => {
      // One that is gone meanwhile is deleted.
      if (!(error instanceof UserError) || error.status !== 404) throw error;
    });
    if (i % TELL === 0) yield { done: i, total: ids.length, finished: false, problem: null };
  }
  const deleted = await inTransaction(app.db, (trx) => deletePerson(trx, owner, id, version));
  const problem = deleted ? null : stale('person', null).phrase;
  yield { done: ids.length, total: ids.length, finished: true, problem };
}
