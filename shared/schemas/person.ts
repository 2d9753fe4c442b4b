import { number, object, string, type InferType } from 'yup';

const line = (title: string) => string().trim().defined().max(200, `${title} has at most 200 characters.`).default('');

export const personSchema = object({
  version: number().integer().required(),
  firstName: line('A first name'),
  lastName: line('A last name'),
  fullName: line('A name'),
  company: line('A company'),
});

export type PersonChange = InferType<typeof personSchema>;
