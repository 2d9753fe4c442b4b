import './words';
import { array, boolean, mixed, number, object, string, type InferType } from 'yup';
import { isDay } from '#core/calendar/day';
import { CHECKS, HOLDING } from '#core/look/letter/finding';
import { isCurrency } from '#core/number/format';
import { isSlipWord } from '#core/slip/table';
import { fold } from '#core/text/fold';
import { bodyDoc } from './document';
import { ownFields } from './fields';
import { KNOWLEDGE, timeRule } from './knowing';
import { COMMAND_NAMES, keyProblem, type OwnKeys } from '../utils/commands';
import { locale, timeZone } from './region';
import { isRecord, trimmed } from './text';
import { phrase, type Phrase } from '#core/text/phrase';

/** What is wrong with a key that was chosen. */
function keyProblemOf(name: string, key: unknown, own: OwnKeys): Phrase | null {
  const command = COMMAND_NAMES.find((known) => known === name);
  if (!command || typeof key !== 'string' || key.length > 40) return phrase('keys.unknown');
  return keyProblem(command, key, own);
}

export const settingsSchema = object({
  version: number().integer().required(),
  name: trimmed().required(phrase('invalid.ownNameEmpty')).max(200, phrase('invalid.longName')),
  locale: locale().required(),
  timeZone: timeZone().required(),
  fields: ownFields.required(),
  currency: trimmed()
    .transform((value) => (typeof value === 'string' ? value.toUpperCase() : value))
    .test('currency', phrase('invalid.currency'), isCurrency)
    .default('EUR'),
  /** Weekdays nobody works: Monday 1 to Sunday 7. */
  weekdaysOff: array(number().integer().min(1).max(7).required()).required().max(7).default([6, 7]),
  daysOff: array(
    object({
      day: string().required().test('day', phrase('invalid.day'), isDay),
      name: trimmed().defined().max(60, phrase('invalid.longName60')).default(''),
    }),
  )
    .required()
    .max(1000)
    .default([]),
  /** The largest picture in a text, in bytes. */
  pictureLimit: number()
    .integer()
    .min(50_000, phrase('invalid.pictureLimitLow'))
    .max(10_485_760, phrase('invalid.pictureLimitHigh'))
    .default(1_048_576),
  /** The largest attachment, in bytes. */
  attachmentLimit: number()
    .integer()
    .min(100_000, phrase('invalid.attachmentLimitLow'))
    .max(26_214_400, phrase('invalid.attachmentLimitHigh'))
    .default(10_485_760),
  signatures: array(
    object({
      id: string().required().max(26),
      name: trimmed().required(phrase('invalid.signatureUnnamed')).max(60, phrase('invalid.longName60')),
      body: bodyDoc,
    }),
  )
    .required()
    .max(30, phrase('invalid.manySignatures'))
    .default([]),
  /** Which of them goes under new messages, and which under answers; empty for none. */
  signatureNew: string().defined().max(26).default(''),
  signatureAnswer: string().defined().max(26).default(''),
  /** When a cue turns into its note. */
  cues: string()
    .oneOf(['ended', 'once', 'off'] as const)
    .default('ended'),
  slips: array(
    object({
      slip: trimmed()
        .required(phrase('invalid.slipEmpty'))
        .max(40, phrase('invalid.longSlip'))
        .test('word', phrase('invalid.slipWord'), (slip) => !slip || isSlipWord(slip)),
      meant: trimmed()
        .required(phrase('invalid.meantEmpty'))
        .max(80, phrase('invalid.longMeant'))
        .test('other', phrase('invalid.slipSame'), (meant, { parent }) => !meant || meant !== parent.slip),
      off: boolean().default(false),
    }),
  )
    .required()
    .max(2000, phrase('invalid.manySlips'))
    .test(
      'once',
      phrase('invalid.slipTwice'),
      (slips) => new Set(slips?.map(({ slip }) => fold(slip ?? ''))).size === (slips?.length ?? 0),
    )
    .default([]),
  /** Whether common misspellings are put right too. */
  commonSlips: boolean().default(false),
  /** What the last look holds a message back for; without whom nothing can be sent, these hold always. */
  holds: array(string().oneOf(CHECKS).required())
    .required()
    .max(100)
    .default([...HOLDING]),
  /** Checks nobody wants to hear of, for a person or always. */
  silences: array(object({ kind: string().oneOf(CHECKS).required(), person: string().defined().max(320).default('') }))
    .required()
    .max(5000, phrase('invalid.manySilences'))
    .default([]),
  /** Keys of one's own, by what they do. */
  keys: mixed<OwnKeys>((value): value is OwnKeys => isRecord(value))
    .required()
    .default({})
    .test('keys', function (keys) {
      const own = keys ?? {};
      for (const [name, key] of Object.entries(own)) {
        const problem = keyProblemOf(name, key, own);
        if (problem) return this.createError({ message: problem as never });
      }
      return true;
    }),
  knows: array(string().oneOf(KNOWLEDGE).required())
    .required()
    .max(10)
    .default([...KNOWLEDGE]),
  timeRule: timeRule.required(),
  /** So many seconds a message rests in the outbox, where it can be taken back, before it leaves. */
  sendDelay: number().integer().min(0).max(30, phrase('invalid.sendDelay')).default(0),
});

export type Settings = InferType<typeof settingsSchema>;
