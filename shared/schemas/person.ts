import './words';
import { number, object, type InferType } from 'yup';
import { addressProblem } from '../../core/message/address';
import { ownFields } from './fields';
import { trimmed } from './text';

const line = (title: string) => trimmed().defined().max(200, `${title} has at most 200 characters.`).default('');

export const personSchema = object({
  version: number().integer().required(),
  firstName: line('A first name'),
  lastName: line('A last name'),
  fullName: line('A name'),
  company: line('A company'),
  fields: ownFields,
});

/** Somebody to keep something with who is not known yet. */
export const newPersonSchema = object({
  name: line('A name'),
  address: trimmed()
    .required()
    .max(320)
    .test('address', 'This cannot be an address.', (value) => !value || !addressProblem(value)),
});

export type PersonChange = InferType<typeof personSchema>;
export type NewPerson = InferType<typeof newPersonSchema>;
