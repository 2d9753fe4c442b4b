import './words';
import { againSchema, dayOrNone, type Again } from './again';
import { array, boolean, number, object, string, type InferType } from 'yup';
import { phrase } from '#core/text/phrase';
import { WAIT_REASONS } from '#core/waiting/reason';

/** The folders of the mailbox (RFC 6154). Drafts are listed from where they are written. */
export const FOLDERS = ['inbox', 'sent', 'archive', 'trash'] as const;
export type Folder = (typeof FOLDERS)[number];
/** Where a message may stand: in a folder of the user's own, or gone from its server, too. */
export type StoredFolder = Folder | 'own' | 'junk' | 'gone';
/** A folder by what it is for, or one folder of a mailbox by its id; `gone` is in none any more. */
const FOLDER_OR_ID = new RegExp(`^(${FOLDERS.join('|')}|junk|gone|[0-9a-z]{26})$`);

export const messageListSchema = object({
  folder: string()
    .oneOf([...FOLDERS, 'junk'] as const)
    .default('inbox'),
  /** One folder of a mailbox, by its id. */
  inFolder: string().matches(/^[0-9a-z]{26}$/),
  /** Only what still waits for an answer. */
  waiting: boolean().default(false),
  /** Only what is looked at again on a coming day. */
  later: boolean().default(false),
  /** Continue after this message id. */
  after: string().max(26),
  limit: number().integer().min(1).max(200).default(100),
});

export const messageChangeSchema = object({
  seen: boolean(),
  /** True takes the message off Waiting, false puts it back. */
  answered: boolean(),
  flagged: boolean(),
  /** Where it is moved. */
  folder: string().matches(FOLDER_OR_ID),
  /** What is said of its sender: whether messages from them wait for answers; null takes it back. */
  senderWaits: boolean().nullable().default(undefined),
  /** Why it waited or did not, where one of these two is taken back. */
  reason: string().oneOf(WAIT_REASONS),
  /** The day it comes back to Waiting; null for none. */
  again: againSchema.nullable().default(undefined),
});

/** What is looked for in all mail. */
export const mailSearchSchema = object({
  words: string().max(200).defined().default(''),
  person: string().max(320).defined().default(''),
  folder: string()
    .oneOf(['', ...FOLDERS, 'junk'] as const)
    .defined()
    .default(''),
  inFolder: string()
    .matches(/^([0-9a-z]{26})?$/)
    .defined()
    .default(''),
  /** A day (ISO 8601); '' for any. */
  since: dayOrNone.default(''),
  hasFiles: boolean().default(false),
  after: string().max(26).defined().default(''),
});
export type MailSearchQuery = InferType<typeof mailSearchSchema>;

/** The same change to several messages. */
export const changeManySchema = object({
  ids: array(string().required().length(26)).required().min(1).max(500),
  change: messageChangeSchema.required(),
});

type AskedList = InferType<typeof messageListSchema>;
export type MessageList = Omit<AskedList, 'later' | 'inFolder'> & Partial<AskedList>;
export type MessageChange = Omit<InferType<typeof messageChangeSchema>, 'again' | 'senderWaits'> & {
  again?: Again | null;
  senderWaits?: boolean | null;
};

/** A letter that was just sent: its text, the notes in it, and the message it became, empty while it rests. */
export const sentLetterSchema = object({
  text: string().defined().max(100_000),
  notes: array(string().required().max(26)).required().max(50).default([]),
  message: string().defined().max(26).default(''),
});
export type SentLetter = InferType<typeof sentLetterSchema>;

/** A selected part of a message, to be kept; the whole message without it. */
export const keepSchema = object({
  html: string().max(4_000_000, phrase('invalid.longSelection')),
  text: string().max(1_000_000, phrase('invalid.longSelection')),
});

export type KeepRequest = InferType<typeof keepSchema>;
