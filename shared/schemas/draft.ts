import './words';
import { array, boolean, mixed, number, object, string, type InferType } from 'yup';
import { againWhy, dayOrNone } from './again';
import type { Fills } from '#core/blank/fill';
import { attachments, bodyDoc, lineDoc, mailboxes } from './document';
import { isRecord } from './text';
import { phrase } from '#core/text/phrase';

export const DRAFT_MODES = ['new', 'reply', 'reply-all', 'forward'] as const;
export type DraftMode = (typeof DRAFT_MODES)[number];

const isAnswer = (value: unknown) =>
  typeof value === 'string' || (Array.isArray(value) && value.every((part) => typeof part === 'string'));
const isBlank = (value: unknown) =>
  isRecord(value) && typeof value.label === 'string' && typeof value.kind === 'string' && isRecord(value.options);

/** So many notes go into one letter, and each has so many blanks at most. */
const MOST_FILLS = 500;
const MOST_BLANKS = 1_000;
const isSmall = (value: object) => Object.keys(value).length <= MOST_BLANKS;

const isFill = ({ note, noteVersion, blanks, answers, passages }: Record<string, unknown>): boolean =>
  (note === undefined || typeof note === 'string') &&
  (noteVersion === undefined || Number.isInteger(noteVersion)) &&
  Array.isArray(blanks) &&
  blanks.length <= MOST_BLANKS &&
  blanks.every(isBlank) &&
  isRecord(answers) &&
  isSmall(answers) &&
  Object.values(answers).every(isAnswer) &&
  isRecord(passages) &&
  isSmall(passages) &&
  Object.values(passages).every((on) => typeof on === 'boolean');

/** The insertions of the draft: their blanks, the answers of the fill list, the passages switched by hand. */
const fills = mixed<Fills>((value): value is Fills => isRecord(value))
  .required()
  .test(
    'fills',
    phrase('invalid.answers'),
    (value) =>
      Object.keys(value ?? {}).length <= MOST_FILLS &&
      Object.values(value ?? {}).every((fill) => isRecord(fill) && isFill(fill)),
  );
/** How important a message says it is (RFC 2156 5.3.4); empty says nothing. */
export const IMPORTANCES = ['', 'high', 'low'] as const;

/** What is done once a message has left. */
export const handlingSchema = object({
  importance: string().oneOf(IMPORTANCES).default(''),
  /** The day it comes back on unless an answer came first, and why; empty for none. */
  again: dayOrNone.default(''),
  why: againWhy.default(''),
  /** Where the message answered or passed on goes; empty where it stays. */
  filed: string()
    .oneOf(['', 'archive', 'trash'] as const)
    .default(''),
  /** Whether the message answered counts as answered; null as usual: it does, and one that was passed on does not. */
  done: boolean().nullable().default(null),
});

export type Handling = InferType<typeof handlingSchema>;

export const newDraftSchema = object({
  mode: string().oneOf(DRAFT_MODES).required(),
  /** The message answered or passed on. */
  originalId: string().nullable().max(26).default(null),
  /** A message whose wording a new one begins with. */
  again: string().nullable().max(26).default(null),
  /** What a new one begins with. */
  start: object({ to: mailboxes, bcc: mailboxes, subject: lineDoc, body: bodyDoc }).default(undefined).optional(),
});

export const draftSchema = object({
  version: number().integer().required(),
  to: mailboxes,
  cc: mailboxes,
  bcc: mailboxes,
  subject: lineDoc,
  body: bodyDoc,
  fills,
  attachments,
  /** Whether the message answered or passed on is quoted under the signature; one passed on goes as a file otherwise. */
  quote: boolean().required(),
  /** The signature chosen for it: its id, empty for none, null where it is as usual. */
  signature: string().max(26).nullable().default(null),
  /** The mailbox it is sent from; null where it is as usual. */
  mailboxId: string().max(26).nullable().default(null),
  /** Findings of the last look that are meant as they are, by their keys. */
  silenced: array(string().required().max(200)).max(1000).required().default([]),
  handling: handlingSchema.required(),
});

export const sendSchema = object({
  version: number().integer().required(),
  key: string().required().min(8).max(64),
  /** Whether it goes whatever the last look holds it back for. */
  anyway: boolean().default(false),
});

type AskedDraft = InferType<typeof newDraftSchema>;
export type NewDraft = Pick<AskedDraft, 'mode'> & Partial<AskedDraft>;
export type DraftChange = InferType<typeof draftSchema>;
