import { blankKey } from './key';
import { asText, type BlankKind, type PersonFacts } from './kind';
import { phrase } from '../../text/phrase';

/** What is known of every person; an account adds fields of its own. */
export const PERSON_FIELDS = [
  'firstName',
  'lastName',
  'fullName',
  'greetingName',
  'form',
  'address',
  'company',
] as const;
/** One of {@link PERSON_FIELDS}. */
export type PersonField = (typeof PERSON_FIELDS)[number];

/** The options of a fact of the person, as its node keeps them. */
export type PersonOptions = {
  /** One of {@link PERSON_FIELDS}, or the name of a field of the user's own. */
  field: string;
};

const isOfEverybody = (field: string): field is PersonField => PERSON_FIELDS.includes(field as PersonField);

function valueOf(field: string, person: PersonFacts | null): string {
  if (!person) return '';
  if (isOfEverybody(field)) return person[field] ?? '';
  return person.fields?.find(({ name }) => blankKey(name) === blankKey(field))?.value ?? '';
}

/** A field of the person written to; asked when it is not known, and then kept with the person if wanted. */
export const person: BlankKind<PersonOptions> = {
  name: 'person',
  yields: ['text'],
  remembers: true,
  plain: true,
  inWordings: true,
  defaults: { field: 'firstName' },
  check: ({ field }) => (typeof field === 'string' && field.trim() ? null : phrase('wrong.noPersonField')),
  known: ({ field }, { context }) => asText(valueOf(field, context.person)),
  answered: (answer) => asText(answer),
  control: ({ field }, { context }) => ({
    type: 'text',
    hint: isOfEverybody(field) ? phrase(`hint.person.${field}`) : phrase('hint.personOwn', { field }),
    // How somebody is addressed is one of two words, and no line.
    ...(field !== 'address' &&
      field !== 'form' &&
      context.person && { personField: field, personHasIt: Boolean(valueOf(field, context.person)) }),
  }),
};
