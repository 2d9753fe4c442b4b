import './words';
import { array, number, object, string, type InferType } from 'yup';
import { isDay } from '../../core/calendar/day';
import { isCurrency } from '../../core/number/format';
import { bodyDoc } from './document';
import { ownFields } from './fields';
import { locale, timeZone } from './region';
import { trimmed } from './text';

export const settingsSchema = object({
  version: number().integer().required(),
  name: trimmed().required('Your name stands in every message; it cannot be empty.').max(200, 'This name is too long.'),
  locale: locale().required(),
  timeZone: timeZone().required(),
  fields: ownFields.required(),
  currency: trimmed()
    .transform((value) => (typeof value === 'string' ? value.toUpperCase() : value))
    .test('currency', 'This is not a currency, such as EUR or GBP.', isCurrency)
    .default('EUR'),
  /** Weekdays nobody works: Monday 1 to Sunday 7. */
  weekdaysOff: array(number().integer().min(1).max(7).required()).required().max(7).default([6, 7]),
  daysOff: array(
    object({
      day: string().required().test('day', 'This is not a day that exists.', isDay),
      name: trimmed().defined().max(60, 'A name has at most 60 characters.').default(''),
    }),
  )
    .required()
    .max(1000)
    .default([]),
  /** The largest picture in a text, in bytes. */
  pictureLimit: number()
    .integer()
    .min(50_000, 'A picture limit under 50 kB helps nobody.')
    .max(10_485_760, 'At most 10 MB.')
    .default(1_048_576),
  /** The largest attachment, in bytes. */
  attachmentLimit: number()
    .integer()
    .min(100_000, 'An attachment limit under 100 kB helps nobody.')
    .max(26_214_400, 'At most 25 MB.')
    .default(10_485_760),
  signature: bodyDoc,
});

export type Settings = InferType<typeof settingsSchema>;
