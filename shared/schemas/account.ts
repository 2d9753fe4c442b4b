import './words';
import { object, string, type InferType } from 'yup';
import { ownAddress } from './address';
import { locale, timeZone } from './region';
import { trimmed } from './text';
import { phrase } from '#core/text/phrase';

const address = ownAddress().transform((value) => (typeof value === 'string' ? value.toLowerCase() : value));

export const signUpSchema = object({
  name: trimmed().required(phrase('invalid.noName')).max(200, phrase('invalid.longName')),
  address,
  password: string().required(phrase('invalid.noNewPassword')).min(10, phrase('invalid.shortPassword')).max(500),
  locale: locale().default('en-GB'),
  timeZone: timeZone().default('UTC'),
});

export const signInSchema = object({
  address,
  password: string().required(phrase('invalid.noPassword')).max(500),
});

export type SignUp = InferType<typeof signUpSchema>;
export type SignIn = InferType<typeof signInSchema>;
