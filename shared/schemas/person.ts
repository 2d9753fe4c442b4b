import './words';
import { number, object, type InferType } from 'yup';
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
  fields: ownFields,
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
