import { blankKey } from '../blank/kinds/key';
import type { Form } from './greeting';

/** Somebody as a file holds them: all that is known but what passed between you. */
export interface PersonEntry {
  /** Where letters go. */
  address: string;
  /** Further addresses of theirs. */
  addresses: string[];
  firstName: string;
  lastName: string;
  fullName: string;
  company: string;
  /** What they are greeted by, where it is not the first name. */
  greetingName: string;
  form: Form | '';
  /** Fields of the user's own, each name once. */
  fields: { name: string; value: string }[];
}

/** An entry that says nothing but an address. */
export const emptyEntry = (address = ''): PersonEntry => ({
  address,
  addresses: [],
  firstName: '',
  lastName: '',
  fullName: '',
  company: '',
  greetingName: '',
  form: '',
  fields: [],
});

/** No person has more own fields, none is called longer, none says more. */
export const MOST_FIELDS = 100;
/** The longest name of an own field. */
export const FIELD_NAME = 60;
/** The longest value of an own field. */
export const FIELD_VALUE = 2_000;
/** The longest name of a person or company. */
export const NAME = 200;
/** No person has more addresses. */
export const MOST_ADDRESSES = 20;

/** Adds a field; one that is there already under this name gets a number behind its own. False when there is no room for it. */
export function addField(fields: PersonEntry['fields'], name: string, value: string): boolean {
  const own = name.trim().slice(0, FIELD_NAME - 4);
  if (!own || !value.trim()) return true;
  if (fields.length >= MOST_FIELDS) return false;
  const taken = new Set(fields.map((field) => blankKey(field.name)));
  let unique = own;
  for (let n = 2; taken.has(blankKey(unique)); n++) unique = `${own} ${n}`;
  fields.push({ name: unique, value: value.trim().slice(0, FIELD_VALUE) });
  return value.trim().length <= FIELD_VALUE;
}

/**
 * What is known of somebody with what a file says put in: what it says takes the place of what was known, what it does
 * not mention stays.
 */
export function withFacts<T extends Omit<PersonEntry, 'address' | 'addresses'>>(known: T, said: T): T {
  const fields = known.fields.map((field) => ({ ...field }));
  for (const { name, value } of said.fields) {
    const there = fields.find((field) => blankKey(field.name) === blankKey(name));
    if (there) there.value = value || there.value;
    else if (fields.length < MOST_FIELDS) fields.push({ name, value });
  }
  return {
    ...known,
    firstName: said.firstName || known.firstName,
    lastName: said.lastName || known.lastName,
    fullName: said.fullName || known.fullName,
    company: said.company || known.company,
    greetingName: said.greetingName || known.greetingName,
    form: said.form || known.form,
    fields,
  };
}

/** The facts of somebody. */
export type Facts = Omit<PersonEntry, 'address' | 'addresses'>;

const LINES = ['firstName', 'lastName', 'fullName', 'company', 'greetingName', 'form'] as const;

/** What one person gives to another when the two are put together: what the other does not have. */
export function missingIn(has: Facts, other: Facts): Partial<Facts> {
  const given: Partial<Facts> = {};
  for (const name of LINES) if (!has[name] && other[name]) Object.assign(given, { [name]: other[name] });
  const keys = new Set(has.fields.map(({ name }) => blankKey(name)));
  const fields = other.fields.filter(({ name }) => !keys.has(blankKey(name)));
  const room = MOST_FIELDS - has.fields.length;
  if (fields.length && room > 0) given.fields = fields.slice(0, room);
  return given;
}

/** Facts with what is missing in them. */
export const completed = (has: Facts, given: Partial<Facts>): Facts => ({
  ...has,
  ...given,
  fields: [...has.fields, ...(given.fields ?? [])],
});

/** Facts without what was given to them, where it stands as it was given. */
export function withoutGiven(has: Facts, given: Partial<Facts>): Facts {
  const left: Facts = { ...has };
  for (const name of LINES) if (given[name] && has[name] === given[name]) Object.assign(left, { [name]: '' });
  left.fields = has.fields.filter(
    ({ name, value }) => !given.fields?.some((field) => field.name === name && field.value === value),
  );
  return left;
}
