import type { Person } from '#shared/types/wire';
import type { NewPerson, PersonChange } from '#shared/schemas/person';
import { addPerson, findPeople, personByAddress, personById, updatePerson } from '../db/repositories/people';
import type { Application } from './application';
import { notFound, stale } from './errors';

/** Who an address belongs to, null when nobody known. */
export function readPerson({ db }: Application, owner: string, address: string): Promise<Person | null> {
  return personByAddress(db, owner, address);
}

export function suggestPeople({ db }: Application, owner: string, typed: string): Promise<Person[]> {
  return findPeople(db, owner, typed, 8);
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
  return person;
}
