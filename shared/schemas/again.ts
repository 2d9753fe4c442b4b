import './words';
import { object, string, type InferType } from 'yup';
import { isDay } from '#core/calendar/day';
import { phrase } from '#core/text/phrase';
import { trimmed } from './text';

/** A calendar day (ISO 8601), or empty text for none. */
export const dayOrNone = string()
  .defined()
  .test('day', phrase('invalid.day'), (day) => !day || isDay(day));

/** Why something is looked at again, in one's own words. */
export const againWhy = trimmed().defined().max(300, phrase('invalid.longWhy'));

/** The day a message comes back to Waiting, and why. */
export const againSchema = object({
  day: string().required().test('day', phrase('invalid.day'), isDay),
  why: againWhy.default(''),
});

export type Again = InferType<typeof againSchema>;
