import './words';
import { array, boolean, number, object, string, type InferType } from 'yup';
import { phrase } from '#core/text/phrase';
import { USUAL_RULE } from '#core/time/rule';

const id = string().max(26);

/** What the application may learn and say of itself. */
export const KNOWLEDGE = ['offers', 'questions', 'time', 'wording'] as const;
export type Knowledge = (typeof KNOWLEDGE)[number];

/** A page of what was learnt: what stands behind this answer in the order of time. */
export const pastSchema = object({
  at: number().integer().default(0),
  message: id.default(''),
  note: id.default(''),
  limit: number().integer().min(1).max(2_000).default(2_000),
});

/** The notes that were offered for a message when it was answered without them. */
export const passedSchema = object({
  messageId: id.required(),
  offered: array(id.required()).required().max(10),
});

export type PastQuery = InferType<typeof pastSchema>;

/** How time saved is worked out. */
export const timeRule = object({
  wordsPerMinute: number().min(0).max(300, phrase('invalid.wordsPerMinute')).default(0),
  find: number().min(0).max(600, phrase('invalid.ruleSeconds')).default(USUAL_RULE.find),
  put: number().min(0).max(600, phrase('invalid.ruleSeconds')).default(USUAL_RULE.put),
});

/** Of how many weeks time back is shown. */
export const timeBackSchema = object({ weeks: number().integer().min(4).max(104).default(12) });
export type TimeBackQuery = InferType<typeof timeBackSchema>;

const DAY_MS = 86_400_000;
/** What was measured in one page since it was told last. */
export const measuredSchema = object({
  kind: string()
    .oneOf(['library', 'typing'] as const)
    .required(),
  milliseconds: number().integer().min(0).max(DAY_MS).required(),
  characters: number().integer().min(0).max(1_000_000).default(0),
});
export type Measured = InferType<typeof measuredSchema>;

/** Something found in the library that is left as it is, or told again. */
export const tendingLeftSchema = object({ about: string().required().max(200), left: boolean().default(true) });

/** Whether a wording written again and again is told, was kept as a note, or is never asked about again. */
export const wordingStateSchema = object({
  state: string()
    .oneOf(['open', 'kept', 'left'] as const)
    .required(),
});
