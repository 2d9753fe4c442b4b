import './words';
import { array, boolean, number, object, string, type InferType } from 'yup';
import { addressProblem } from '#core/message/address';
import { ROUTINE_ANSWERS } from '#core/routine/routine';
import { phrase, type Phrase } from '#core/text/phrase';
import { againWhy } from './again';
import { mailboxes } from './document';
import { IMPORTANCES } from './draft';
import { trimmed } from './text';

/** Recipients that a routine adds by itself have to be right. */
const sound = mailboxes.default([]).test('addresses', function (boxes) {
  for (const { address } of boxes ?? []) {
    const problem = addressProblem(address);
    const message: Phrase = phrase('invalid.routineAddress', { address, problem: problem ?? '' });
    if (problem) return this.createError({ message: message as never });
  }
  return true;
});

export const routineSchema = object({
  name: trimmed().required(phrase('invalid.routineUnnamed')).max(100, phrase('invalid.longName100')),
  answer: string().oneOf(ROUTINE_ANSWERS).default('reply'),
  to: sound,
  cc: sound,
  bcc: sound,
  notes: array(string().required().max(26)).required().max(20, phrase('invalid.manyRoutineNotes')).default([]),
  signature: string().max(26).nullable().default(null),
  importance: string().oneOf(IMPORTANCES).default(''),
  againIn: number().integer().min(0).max(365, phrase('invalid.routineDays')).default(0),
  why: againWhy.default(''),
  filed: string()
    .oneOf(['', 'archive', 'trash'] as const)
    .default(''),
  done: boolean().default(true),
});

export const routineChangeSchema = routineSchema.shape({ version: number().integer().required() });

export const routineOrderSchema = object({ ids: array(string().required().max(26)).required().max(200) });

export type RoutineInput = InferType<typeof routineSchema>;
export type RoutineChange = InferType<typeof routineChangeSchema>;
