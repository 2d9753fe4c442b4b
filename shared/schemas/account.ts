import './words';
import { object, string, type InferType } from 'yup';
import { addressProblem } from '../../core/message/address';
import { locale, timeZone } from './region';
import { trimmed } from './text';

const address = trimmed()
  .transform((value) => (typeof value === 'string' ? value.toLowerCase() : value))
  .required('Type your e-mail address.')
  .max(320, 'This address is too long.')
  .test(
    'address',
    ({ value }) => `This cannot be an address: ${addressProblem(String(value))}.`,
    (value) => !value || !addressProblem(value),
  );

export const signUpSchema = object({
  name: trimmed().required('Type your name, as clients know you.').max(200, 'This name is too long.'),
  address,
  password: string().required('Choose a password.').min(10, 'A password needs at least 10 characters.').max(500),
  locale: locale().default('en-GB'),
  timeZone: timeZone().default('UTC'),
});

export const signInSchema = object({
  address,
  password: string().required('Type your password.').max(500),
});

export type SignUp = InferType<typeof signUpSchema>;
export type SignIn = InferType<typeof signInSchema>;
