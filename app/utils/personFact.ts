import type { Person } from '#shared/types/person';
import { blankKey } from '#core/blank/kinds/key';
import { PERSON_FIELDS } from '#core/blank/kinds/person';

/**
 * Keeps a fact with somebody: in the field of that name, or in one of the user's own.
 * @returns the person, and what gives the field back what it held, whatever else was changed since; null where it held that already
 * @throws where they were changed meanwhile
 */
export async function keepWithPerson(
  known: Person,
  field: string,
  value: string,
): Promise<{ person: Person; undo: (() => Promise<Person>) | null }> {
  const own = PERSON_FIELDS.find((one) => one === field);
  const isIt = ({ name }: { name: string }) => blankKey(name) === blankKey(field);
  const before = own ? { name: own, value: known[own] } : (known.fields.find(isIt) ?? { name: field, value: '' });
  if (before.value === value) return { person: known, undo: null };
  const fields = known.fields.some(isIt) ? known.fields : [...known.fields, { name: field, value }];
  const set = fields.flatMap((one) => (!isIt(one) ? [one] : value ? [{ name: field, value }] : []));
  const body = own ? { ...known, [own]: value } : { ...known, fields: set };
  const person = await api<Person>(`/people/${known.id}`, { method: 'PUT', body });
  const undo = async () => {
    const now = await api<Person>(`/people/${known.id}`);
    return (await keepWithPerson(now, before.name, before.value)).person;
  };
  return { person, undo };
}
