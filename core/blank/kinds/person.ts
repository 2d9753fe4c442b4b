import { blankKey } from '../key';
import { asText, type BlankKind, type PersonFacts } from '../kind';

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
  /** One of {@link PERSON_FIELDS}, or the name of a field of the user's own. */
  field: string;
};

const titleOf = (field: string) => PERSON_FIELD_TITLES[field as PersonField] ?? field;

function valueOf(field: string, person: PersonFacts | null): string {
  if (!person) return '';
  if (PERSON_FIELDS.includes(field as PersonField)) return person[field as PersonField];
  return person.fields?.find(({ name }) => blankKey(name) === blankKey(field))?.value ?? '';
}

/** A field of the person written to; asked when it is not known, and then kept with the person if wanted. */
export const person: BlankKind<PersonOptions> = {
  name: 'person',
  title: 'Of the person',
  defaults: { field: 'firstName' },
  check: ({ field }) => (typeof field === 'string' && field.trim() ? '' : 'it names no field of a person.'),
  known: ({ field }, { context }) => asText(valueOf(field, context.person)),
  answered: (answer) => asText(answer),
  control: ({ field }, { context }) => ({
    type: 'text',
    hint: `the person's ${titleOf(field)}`,
    ...(field !== 'address' && context.person && !valueOf(field, context.person) && { personField: field }),
  }),
};
