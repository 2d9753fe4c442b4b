import './words';
import { boolean, mixed, number, object, string, type InferType } from 'yup';
import type { Form } from '#core/person/greeting';
import { addressProblem } from '#core/message/address';
import { ownFields } from './fields';
import { trimmed } from './text';
import { phrase } from '#core/text/phrase';

const line = () => trimmed().defined().max(200, phrase('invalid.longName200')).default('');

export const personSchema = object({
  version: number().integer().required(),
  firstName: line(),
  lastName: line(),
  fullName: line(),
  company: line(),
  /** Left out, it stays as it is. */
  greetingName: trimmed().max(200, phrase('invalid.longName200')),
  form: mixed<Form | ''>().oneOf(['', 'formal', 'familiar']),
  fields: ownFields,
});

/** Which people a list shows. */
export const peopleQuery = object({
  find: string().max(200).defined().default(''),
  sort: mixed<'latest' | 'name'>().oneOf(['latest', 'name']).defined().default('latest'),
  from: number().integer().min(0).max(1_000_000).defined().default(0),
});

/** As what people are taken out. */
export const peopleFileQuery = object({
  format: mixed<'vcf' | 'vcf3' | 'csv'>().oneOf(['vcf', 'vcf3', 'csv']).required(),
  /** One of them; all without it. */
  id: string().max(26).defined().default(''),
});

/** Two that are one person: who stays, as both were read. */
export const joinSchema = object({
  version: number().integer().required(),
  other: string().required().max(26),
  otherVersion: number().integer().required(),
});

/** An address that is to be a person of its own again. */
export const apartSchema = object({ part: string().required().max(26) });

/** Deleting somebody, as they were read; with the messages, which go to the trash. */
export const deletionSchema = object({
  version: number().integer().required(),
  messages: boolean().default(false),
});

/** Somebody to keep something with who is not known yet. */
export const newPersonSchema = object({
  name: line(),
  address: trimmed()
    .required()
    .max(320)
    .test('address', phrase('invalid.noRealAddress'), (value) => !value || !addressProblem(value)),
});

/** For whose letter the last look asks. */
export const lookPeopleSchema = object({ address: trimmed().defined().max(320).default('') });

export type PersonChange = InferType<typeof personSchema>;
export type NewPerson = InferType<typeof newPersonSchema>;
export type PeopleQuery = InferType<typeof peopleQuery>;
export type PeopleFile = InferType<typeof peopleFileQuery>;
export type Joining = InferType<typeof joinSchema>;
export type Deletion = InferType<typeof deletionSchema>;
