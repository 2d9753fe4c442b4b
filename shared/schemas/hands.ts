import './words';
import { array, boolean, mixed, number, object, string, type InferType } from 'yup';
import { fold } from '#core/text/fold';
import { isDay, type Day } from '#core/calendar/day';
import { FEWEST_OPTIONS, LONGEST_OPTION, MOST_OPTIONS } from '#core/hands/hands';
import { phrase } from '#core/text/phrase';
import { trimmed } from './text';

const lastDay = mixed<Day>()
  .nullable()
  .default(null)
  .test('day', phrase('invalid.day'), (value) => !value || isDay(value));

/** A question with options. */
export const handsSchema = object({
  question: trimmed().required(phrase('invalid.noQuestion')).max(500, phrase('invalid.longQuestion')),
  options: array(trimmed().required(phrase('invalid.emptyOption')).max(LONGEST_OPTION, phrase('invalid.longOption')))
    .required()
    .min(FEWEST_OPTIONS, phrase('invalid.fewOptions'))
    .max(MOST_OPTIONS, phrase('invalid.manyOptions'))
    .test(
      'distinct',
      phrase('invalid.optionsAlike'),
      (options) => new Set(options?.map((one) => fold(one ?? ''))).size === options?.length,
    ),
  several: boolean().required().default(false),
  lastDay,
});

/** What of a show of hands may be changed once it was put: its last day, and whether it is there. */
export const handsChangeSchema = object({
  version: number().integer().required(),
  lastDay,
  deleted: boolean().required().default(false),
});

const options = array(number().integer().min(1).max(MOST_OPTIONS).required()).required().max(MOST_OPTIONS);

/** What somebody said otherwise than by mail. */
export const handsAnswerSchema = object({ address: string().required().max(320), options });

/** What becomes of an answer that was read. */
export const handsVerdictSchema = object({
  state: mixed<'confirmed' | 'rejected'>().oneOf(['confirmed', 'rejected']).required(),
  options,
});

export type HandsInput = InferType<typeof handsSchema>;
export type HandsChange = InferType<typeof handsChangeSchema>;
export type HandsVerdict = InferType<typeof handsVerdictSchema>;
