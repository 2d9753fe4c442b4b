import { array, number, object, string, type InferType } from 'yup';
import { blankKey } from '../../core/blank/key';
import { bodyDoc } from './document';

function isLocale(value: string | undefined): boolean {
  try {
    return Boolean(value) && Intl.getCanonicalLocales(value).length === 1;
  } catch {
    return false;
  }
}

function isTimeZone(value: string | undefined): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: value });
    return Boolean(value);
  } catch {
    return false;
  }
}

export const settingsSchema = object({
  version: number().integer().required(),
  name: string()
    .trim()
    .required('Your name stands in every message; it cannot be empty.')
    .max(200, 'This name is too long.'),
  locale: string().required().test('locale', 'This is not a language and region, such as en-GB.', isLocale),
  timeZone: string().required().test('zone', 'This is not a time zone, such as Europe/London.', isTimeZone),
  fields: array(
    object({
      name: string().trim().required('A field needs a name.').max(60, 'A field name has at most 60 characters.'),
      value: string().defined().max(2000, 'A field holds at most 2000 characters.').default(''),
    }),
  )
    .required()
    .max(100)
    .test('distinct', 'Two of your fields have the same name.', (fields) => {
      const keys = (fields ?? []).map((field) => blankKey(field.name ?? ''));
      return new Set(keys).size === keys.length;
    }),
  signature: bodyDoc,
});

export type Settings = InferType<typeof settingsSchema>;
