import './words';
import { array, boolean, number, object, string, type InferType } from 'yup';
import { emptyDoc } from '#core/note/schema';
import { IDS_AT_ONCE } from '../types/wire';
import { attachments, bodyDoc, lineDoc, mailboxes } from './document';
import { isId, longList } from './list';
import { isRecord, trimmed } from './text';
import { phrase } from '#core/text/phrase';

const id = string().required().max(26);
const shelfId = string().nullable().max(26).default(null);
/** So many notes are handled at once. */
const MOST = 20_000;
const ids = longList(isId, MOST).test('some', phrase('invalid.noNotes'), (list) => Boolean(list?.length));

export const noteSchema = object({
  name: trimmed().required(phrase('invalid.noteUnnamed')).max(200, phrase('invalid.longName200')),
  description: trimmed().defined().max(500, phrase('invalid.longDescription')).default(''),
  cue: trimmed()
    .defined()
    .max(32, phrase('invalid.longCue'))
    .matches(/^\S*$/, { message: phrase('invalid.cueWithSpaces') })
    .default(''),
  shelfId,
  pinned: boolean().default(false),
  subject: lineDoc,
  body: bodyDoc,
  to: mailboxes.default([]),
  cc: mailboxes.default([]),
  bcc: mailboxes.default([]),
  attachments,
});

export const noteChangeSchema = noteSchema.shape({ version: number().integer().required() });

export const noteIdsSchema = object({ ids });
const isPlace = (value: unknown): value is { id: string; shelfId: string | null } =>
  isRecord(value) && isId(value.id) && (value.shelfId === null || isId(value.shelfId));
export const noteMoveSchema = object({
  places: longList(isPlace, MOST).test('some', phrase('invalid.noNotes'), (list) => Boolean(list?.length)),
});
export const noteCopySchema = object({ ids, shelfId: string().max(26).nullable() });
export const notePinSchema = object({ ids, pinned: boolean().required() });
/** All pinned notes in their order. */
export const pinOrderSchema = object({ ids: longList(isId, MOST) });

/** The file a single note is taken out as. */
export const noteFileSchema = object({
  format: string()
    .oneOf(['md', 'html', 'txt', 'eml'] as const, phrase('invalid.noteFormat'))
    .required(),
});

/** A cue that is being chosen, and when it would go off. */
export const cueQuestionSchema = object({
  cue: trimmed().required().max(32),
  mode: string()
    .oneOf(['ended', 'once', 'off'] as const)
    .default('ended'),
});
export type CueQuestion = InferType<typeof cueQuestionSchema>;

/** What a note was put into: who is written to, and the words that tell the kind of message. */
export const noteUseSchema = object({
  person: string().defined().max(1000).default(''),
  words: array(string().required().max(60)).required().max(20).default([]),
  /** The message it answers, and the notes offered for that. */
  messageId: string().max(26).nullable().default(null),
  offered: array(id).required().max(10).default([]),
  /** Which of its questions the note was put in for, by their numbers from 0; none where it is for all. */
  asks: array(number().integer().min(0).max(100).required()).required().max(100).default([]),
});

/** Which notes of the library are listed: all, those within reach, those whose ids come after one, or those of `ids`. */
export const noteListSchema = object({
  within: string()
    .oneOf(['all', 'reach', 'page', 'ids'] as const)
    .default('all'),
  after: string().max(26),
  /** With commas between them. */
  ids: string().max(27 * IDS_AT_ONCE),
  limit: number().integer().min(1).max(1_000),
});

/** What was known of the whole library, to be told whether it is still so. */
export const noteMarksSchema = object({ known: string().default('').max(64) });

export type NoteList = InferType<typeof noteListSchema>;
export type NoteInput = InferType<typeof noteSchema>;
export type NoteChange = InferType<typeof noteChangeSchema>;
type WholeUse = InferType<typeof noteUseSchema>;
export type NoteUse = Pick<WholeUse, 'person' | 'words'> & Partial<WholeUse>;
/** What a note says, which its history keeps; where it stands is not part of it. */
export type Wording = Omit<NoteInput, 'shelfId' | 'pinned'>;

/** A note in which nothing is written yet. */
export const emptyNote = (name = ''): NoteInput => ({
  name,
  description: '',
  cue: '',
  shelfId: null,
  pinned: false,
  subject: emptyDoc(),
  body: emptyDoc(),
  to: [],
  cc: [],
  bcc: [],
  attachments: [],
});
