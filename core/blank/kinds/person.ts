import type { BlankKind, PersonFacts } from '../kind';

export const PERSON_FIELDS = ['firstName', 'lastName', 'fullName', 'address', 'company'] as const;
export type PersonField = (typeof PERSON_FIELDS)[number];

/** What the fields are called on the screen. */
export const PERSON_FIELD_TITLES: Record<PersonField, string> = {
  firstName: 'first name',
  lastName: 'last name',
  fullName: 'full name',
  address: 'address',
  company: 'company',
};

export type PersonOptions = {
  field: PersonField;
};

/** A field of the person written to; asked when it is not known. */
export const person: BlankKind<PersonOptions> = {
  name: 'person',
  title: 'Of the person',
  defaults: { field: 'firstName' },
  check: ({ field }) => (PERSON_FIELDS.includes(field as PersonField) ? '' : 'it names no field of a person.'),
  known: ({ field }, { person }) => {
    const value = person?.[field as keyof PersonFacts]?.trim();
    return value ? { text: value } : null;
  },
  answered: (answer) => (answer.trim() ? { text: answer.trim() } : null),
  control: ({ field }) => ({ type: 'text', hint: `the person's ${PERSON_FIELD_TITLES[field]}` }),
};
