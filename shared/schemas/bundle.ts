import './words';
import { array, boolean, mixed, number, object, string, type InferType } from 'yup';
import { lookupSchema } from './lookup';
import { noteSchema } from './note';
import { personSchema } from './person';
import { routineSchema } from './routine';
import { settingsSchema } from './settings';
import { isId, longList } from './list';
import { isRecord, trimmed } from './text';
import { phrase } from '#core/text/phrase';

/** The largest file brought into the library, in bytes. */
export const IMPORT_LIMIT = 100_000_000;

const key = string().required().max(100);

export const bundleShelfSchema = object({
  key,
  name: trimmed().required(phrase('invalid.shelfUnnamed')).max(100, phrase('invalid.longName100')),
  description: trimmed().defined().max(500).default(''),
  /** The key of the shelf around it. */
  inside: string().nullable().max(100).default(null),
});

export const bundleLookupSchema = lookupSchema.shape({ key });

const when = number().integer().min(0).max(Number.MAX_SAFE_INTEGER);
const wording = noteSchema.omit(['shelfId', 'pinned']);

export const bundleNoteSchema = wording.shape({
  /** The key of its shelf. */
  shelf: string().nullable().max(100).default(null),
  /** Its place among the pinned notes; null when it is not pinned. */
  pin: number().integer().min(0).max(2_000_000_000).nullable().default(null),
  used: number().integer().min(0).max(2_000_000_000).default(0),
  lastUsed: when.default(0),
  created: when.nullable().default(null),
  updated: when.nullable().default(null),
  /** Its former wordings, the latest first. */
  former: array(
    wording.shape({ version: number().integer().min(1).max(2_000_000_000).required(), madeAt: when.required() }),
  )
    .required()
    .max(10_000)
    .default([]),
});

export const bundlePersonSchema = personSchema.omit(['version']).shape({
  address: trimmed().required(phrase('invalid.personWithoutAddress')).max(320),
  /** Further addresses of theirs. */
  addresses: array(trimmed().required().max(320)).max(20).required().default([]),
});

/** A routine; the notes it puts in are named by their place in the bundle. */
export const bundleRoutineSchema = routineSchema;

export const bundleSenderSchema = settingsSchema.omit(['version']);

export const bundleFileSchema = object({
  type: string().required().max(100),
  /** Base64 (RFC 4648 section 4). */
  data: string().defined().default(''),
});

/** What is wanted in a bundle, and what goes with it. */
export const bundleRequestSchema = object({
  /** The notes; all of them without it. */
  ids: longList(isId, 20_000).optional(),
  /** One's own settings, and the routines whose notes come along. */
  sender: boolean().default(false),
  people: boolean().default(false),
  /** How often and when each note was used, and its former wordings. */
  past: boolean().default(false),
});

export const importFileSchema = object({
  name: trimmed().required(phrase('invalid.fileUnnamed')).max(500),
  /** What a table is of. */
  of: mixed<'notes' | 'people'>().oneOf(['notes', 'people']).defined().default('notes'),
});

interface ImportChoiceInput {
  /** One item; without it, all that are in the same case. */
  position?: number;
  verdict?: 'new' | 'same' | 'conflict';
  choice: 'take' | 'leave' | 'replace';
}
const isChoice = (value: unknown): value is ImportChoiceInput =>
  isRecord(value) &&
  (value.position === undefined || Number.isInteger(value.position)) &&
  (value.verdict === undefined || ['new', 'same', 'conflict'].includes(String(value.verdict))) &&
  ['take', 'leave', 'replace'].includes(String(value.choice));

export const importChoicesSchema = object({
  choices: longList(isChoice, 20_000),
});

/** A part that was left out of a message, put back into its note or left out again. */
export const importPartSchema = object({
  part: mixed<'signature' | 'quoted'>().oneOf(['signature', 'quoted']).required(),
  back: boolean().required(),
});

export type LeftPart = InferType<typeof importPartSchema>['part'];
export type BundleNote = InferType<typeof bundleNoteSchema>;
export type BundlePerson = InferType<typeof bundlePersonSchema>;
export type ImportFile = InferType<typeof importFileSchema>;
export type BundleRequest = InferType<typeof bundleRequestSchema>;
export type ImportChoices = InferType<typeof importChoicesSchema>['choices'];
