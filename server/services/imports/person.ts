import type { Knex } from 'knex';
import type { Person } from '#shared/types/person';
import type { BundlePerson } from '#shared/schemas/bundle';
import { addressProblem } from '#core/message/address';
import { emptyEntry, withFacts, type Facts, type PersonEntry } from '#core/person/facts';
import { phrase, type Phrase } from '#core/text/phrase';
import {
  addPerson,
  deletePerson,
  dropUnusedParts,
  makePart,
  personByAddress,
  personById,
  updatePerson,
} from '../../db/repositories/people';
import { alike } from './alike';

/** A person of an import, and once they are taken, what was known before and after, and the addresses that came with them. */
export type TakenPerson = BundlePerson & { before?: Facts | null; after?: Facts; added?: string[] };

/** What a file says of somebody; what it does not mention is empty. */
export const entryOf = (person: BundlePerson): PersonEntry => ({
  ...emptyEntry(),
  ...person,
  greetingName: person.greetingName ?? '',
  form: person.form ?? '',
});

/** The facts of somebody alone. */
export const told = ({ firstName, lastName, fullName, company, greetingName, form, fields }: Facts): Facts => ({
  firstName,
  lastName,
  fullName,
  company,
  greetingName,
  form,
  fields,
});

/** All addresses of somebody, the main one first. */
export const addressesOfEntry = ({ address, addresses }: Pick<BundlePerson, 'address' | 'addresses'>): string[] => [
  address,
  ...addresses,
];

/** Who is known already by one of the addresses. */
async function personKnownBy(db: Knex, owner: string, entry: BundlePerson): Promise<Person | null> {
  for (const one of addressesOfEntry(entry)) {
    const known = await personByAddress(db, owner, one);
    if (known) return personById(db, owner, known.id);
  }
  return null;
}

/** Takes a person: what the file says takes the place of what was known, what it does not mention stays. */
export async function takePerson(
  trx: Knex.Transaction,
  owner: string,
  person: BundlePerson,
): Promise<{ targetId: string; content: TakenPerson; problem: Phrase | null }> {
  const known = await personKnownBy(trx, owner, person);
  if (!known) await addPerson(trx, owner, { name: person.fullName, address: person.address });
  const now = known ?? (await personByAddress(trx, owner, person.address))!;
  const after = told(known ? withFacts<Facts>(told(known), entryOf(person)) : entryOf(person));
  await updatePerson(trx, owner, now.id, now.version, after);
  const others: string[] = [];
  const added: string[] = [];
  for (const address of addressesOfEntry(person)) {
    if (addressProblem(address)) continue;
    const there = await personByAddress(trx, owner, address);
    if (there && there.id !== now.id) others.push(address);
    if (there) continue;
    await addPerson(trx, owner, { name: '', address });
    const { id } = (await personByAddress(trx, owner, address))!;
    await makePart(trx, owner, id, now.id, { facts: {}, parts: [] });
    added.push(id);
  }
  return {
    targetId: now.id,
    content: { ...person, before: known && told(known), after, added },
    problem: others.length ? phrase('importing.addressOfOther', { address: others[0]!, count: others.length }) : null,
  };
}

/** Gives back what was known of a person before the import; false when that was changed since, or mail came. */
export async function giveBackPerson(
  trx: Knex.Transaction,
  owner: string,
  id: string,
  { before, after, added = [] }: TakenPerson,
): Promise<boolean> {
  const person = await personById(trx, owner, id, true);
  if (!person || !after || !alike(told(person), after)) return false;
  await dropUnusedParts(trx, owner, id, added);
  if (before) return updatePerson(trx, owner, id, person.version, before);
  return person.messages === 0 && deletePerson(trx, owner, id, person.version);
}
