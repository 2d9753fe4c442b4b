import './words';
import { againSchema, type Again } from './again';
import { array, boolean, number, object, string, type InferType } from 'yup';
import { phrase } from '#core/text/phrase';

/** The folders of the mailbox (RFC 6154). Drafts are listed from where they are written. */
export const FOLDERS = ['inbox', 'sent', 'archive', 'trash'] as const;
export type Folder = (typeof FOLDERS)[number];

export const messageListSchema = object({
  folder: string().oneOf(FOLDERS).default('inbox'),
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
  folder: string().oneOf(FOLDERS),
  /** The day it comes back to Waiting; null for none. */
  again: againSchema.nullable().default(undefined),
});

type AskedList = InferType<typeof messageListSchema>;
export type MessageList = Omit<AskedList, 'later'> & Partial<AskedList>;
export type MessageChange = Omit<InferType<typeof messageChangeSchema>, 'again'> & { again?: Again | null };

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
