import { boolean, mixed, number, object, string, type InferType } from 'yup';
import { bodyDoc, lineDoc, mailboxes } from './document';

export const DRAFT_MODES = ['new', 'reply', 'reply-all'] as const;
export type DraftMode = (typeof DRAFT_MODES)[number];

/** Answers of the fill list: insertion → blank key → what was typed. */
const answers = mixed<Record<string, Record<string, string>>>()
  .required()
  .test('answers', 'The answers could not be read.', (value) =>
    Object.values(value ?? {}).every(
      (set) =>
        typeof set === 'object' && set !== null && Object.values(set).every((answer) => typeof answer === 'string'),
    ),
  );

export const newDraftSchema = object({
  mode: string().oneOf(DRAFT_MODES).required(),
  originalId: string().nullable().max(26).default(null),
});

export const draftSchema = object({
  version: number().integer().required(),
  to: mailboxes,
  cc: mailboxes,
  bcc: mailboxes,
  subject: lineDoc,
  body: bodyDoc,
  answers,
  /** Whether the message answered is quoted under the signature. */
  quote: boolean().required(),
});

export const sendSchema = object({
  version: number().integer().required(),
  key: string().required().min(8).max(64),
});

export type NewDraft = InferType<typeof newDraftSchema>;
export type DraftChange = InferType<typeof draftSchema>;
