import { object, string, type InferType } from 'yup';
import { addressProblem } from '../../core/message/address';

const address = string()
  .trim()
  .lowercase()
  .required('Type your e-mail address.')
  .max(320, 'This address is too long.')
  .test(
    'address',
    ({ value }) => `This cannot be an address: ${addressProblem(String(value))}.`,
    (value) => !value || !addressProblem(value),
  );

export const signUpSchema = object({
  name: string().trim().required('Type your name, as clients know you.').max(200, 'This name is too long.'),
  address,
  password: string().required('Choose a password.').min(10, 'A password needs at least 10 characters.').max(500),
  locale: string().trim().max(35).default('en-GB'),
  timeZone: string().trim().max(64).default('UTC'),
});

export const signInSchema = object({
  address,
  password: string().required('Type your password.').max(500),
});

export type SignUp = InferType<typeof signUpSchema>;
export type SignIn = InferType<typeof signInSchema>;
