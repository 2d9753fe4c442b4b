import type { Person } from '#shared/types/person';
import { blankKey } from '#core/blank/kinds/key';
import { PERSON_FIELDS } from '#core/blank/kinds/person';

/** Keeps a fact with somebody: in the field of that name, or in one of the user's own. @throws where they were changed meanwhile */
export function keepWithPerson(known: Person, field: string, value: string): Promise<Person> {
  const own = PERSON_FIELDS.some((one) => one === field);
  const others = known.fields.filter(({ name }) => blankKey(name) !== blankKey(field));
  const fields = own || !value ? (own ? known.fields : others) : [...others, { name: field, value }];
  const body = { ...known, ...(own && { [field]: value }), fields };
  return api<Person>(`/people/${known.id}`, { method: 'PUT', body });
}
