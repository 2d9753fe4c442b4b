import type { Fills } from '#core/blank/fill';
import type { DocJson } from '#core/note/schema';
import type { Mailbox } from '#core/message/address';
import type { Finding } from '#core/look/letter/finding';
import type { Column, Lookup } from '#core/lookup/lookup';
import type { Uses } from '#core/lookup/uses';
import type { Again } from '../schemas/again';
import type { DraftMode, Handling } from '../schemas/draft';
import type { WaitReason } from '#core/waiting/reason';
import type { StoredFolder } from '../schemas/message';
import type { ShownCertificate } from './mailbox';
import type { Wording } from '../schemas/note';
import type { RoutineInput } from '../schemas/routine';
import type { Phrase } from '#core/text/phrase';

/** Who is signed in. */
export interface Account {
  id: string;
  name: string;
  address: string;
  /** All addresses of the user's, compared in small letters: that of the account and those of the mailboxes. */
  addresses: string[];
  demo: boolean;
}

/** A message as a row of a list. Times are milliseconds since 1970 (UTC). */
export interface MessageRow {
  id: string;
  /** The list it stands in: what its folder is for. */
  folder: StoredFolder;
  from: Mailbox;
  to: Mailbox[];
  subject: string;
  preview: string;
  sentAt: number;
  receivedAt: number;
  attachments: number;
  seen: boolean;
  answered: boolean;
  /** What could not be read of it; null when all could. */
  broken: Phrase | null;
  /** The day it is looked at again; null when it is not. */
  again: Again | null;
  /** The mailbox it belongs to; null when it is kept here alone. */
  mailboxId: string | null;
  /** It was answered, whoever did it; `answered` says that it is done with, answered or not. */
  replied: boolean;
  flagged: boolean;
  forwarded: boolean;
  /** Whether it waits for an answer, and why, or why not. */
  waits: boolean;
  reason: WaitReason;
  /** Whom it did not reach, and why. */
  undelivered: Phrase | null;
}

/** A message that was found, and the part of its text where. */
export interface FoundMessage extends MessageRow {
  excerpt: string;
}

export interface FoundPage {
  rows: FoundMessage[];
  /** Pass as `after` for the next page; empty at the end. */
  next: string;
  /** What is marked: folded beginnings of words. */
  terms: string[];
}

export interface AttachmentRow {
  index: number;
  name: string;
  type: string;
  size: number;
}

/** A message opened. */
export interface Message extends MessageRow {
  cc: Mailbox[];
  replyTo: Mailbox[];
  /** Sanitised; empty when the message is plain text. */
  html: string;
  /** What was written now, and the history quoted under it. */
  text: { own: string; quoted: string };
  /** How many pictures would have to be fetched from elsewhere. */
  remotePictures: number;
  attachmentList: AttachmentRow[];
  /** The show of hands it put, or belongs to; null for none. */
  hands: { id: string; question: string } | null;
  /** How many other messages of its conversation can be read beside it. */
  others: number;
}

/** What a change of a message was answered with. */
export interface MessageChanged {
  /** What was said of its sender before, where that was changed; null where nothing was. */
  senderWaits?: boolean | null;
}

export interface MessagePage {
  rows: MessageRow[];
  /** Pass as `after` for the next page; empty at the end. */
  next: string;
  /** How many there are, counted with the first page only and to a limit. */
  total: number | null;
}

/** A lookup as a row of a list. */
export interface LookupRow {
  id: string;
  version: number;
  name: string;
  columns: Column[];
  keyColumn: string;
  rowCount: number;
  updatedAt: number;
}

export type StoredLookup = LookupRow & Lookup;

/** A note that draws on a lookup, and what it takes of it. */
export interface LookupUse extends Uses {
  noteId: string;
  name: string;
}

/** A note as search and lists need it. */
export interface NoteRow {
  id: string;
  version: number;
  name: string;
  description: string;
  cue: string;
  shelfId: string | null;
  subjectText: string;
  bodyText: string;
  pinned: boolean;
  /** Its place among the pinned notes. */
  pinOrder: number;
  /** How many blanks it has, and how many attachments and pictures. */
  blanks: number;
  files: number;
  used: number;
  lastUsed: number;
  createdAt: number;
  updatedAt: number;
  /** How often it was used for each person, by address, and for messages with each word; the most used only. */
  usedFor: { people: Record<string, number>; words: Record<string, number> };
}

/** By what one sees that a note was changed or used. */
export type NoteMark = Pick<NoteRow, 'id' | 'version' | 'used' | 'pinOrder'>;

/** So many notes can be asked for by their ids at once. */
export const IDS_AT_ONCE = 100;

/** The marks of the whole library under a digest; without them where the digest is the one that was known. */
export interface NoteMarks {
  digest: string;
  marks: NoteMark[] | null;
}

/** What the last look knows of people: those one writes with, and the notes somebody was sent, and when last. */
export interface LookPeople {
  people: Mailbox[];
  sent: { note: string; at: number }[];
  /** The signature chosen for them twice or more; empty for none. */
  signature: string;
}

/** How often a cue would have gone off by accident, and in how many messages that was counted. */
export interface Accidents {
  count: number;
  messages: number;
}

/** A file that goes with a note or a draft, named by its content. */
export interface Attachment {
  file: string;
  name: string;
  type: string;
  size: number;
}

export interface Note extends NoteRow {
  subject: DocJson;
  body: DocJson;
  to: Mailbox[];
  cc: Mailbox[];
  bcc: Mailbox[];
  attachments: Attachment[];
}

/** A note in the bin. */
export interface BinRow {
  id: string;
  name: string;
  bodyText: string;
  deletedAt: number;
}

/** A wording a note had before. */
export interface FormerWording extends Wording {
  version: number;
  /** When it was written. */
  madeAt: number;
}

/** A blank that was always filled with the same answer. */
export interface ConstantBlank {
  key: string;
  answer: string;
  uses: number;
}

/** What a message gives for a note, before it is kept. */
export interface Keeping {
  name: string;
  subject: DocJson;
  body: DocJson;
  /** What was left out, to be put back; null where there was nothing. */
  signature: DocJson | null;
  quoted: DocJson | null;
  cc: Mailbox[];
  bcc: Mailbox[];
  attachments: Attachment[];
  /** What could not be kept. */
  remarks: Phrase[];
  /** Who it was written to, or who wrote it. */
  person: Mailbox | null;
}

export type ImportVerdict = 'new' | 'same' | 'conflict' | 'problem';
export type ImportChoice = 'take' | 'leave' | 'replace';

/** One thing of an import, as the preview shows it. */
export interface ImportItem {
  position: number;
  kind: 'shelf' | 'lookup' | 'note' | 'person' | 'sender' | 'routine' | 'problem';
  /** The file it came in. */
  source: string;
  name: string;
  verdict: ImportVerdict;
  choice: ImportChoice;
  state: 'waiting' | 'done' | 'failed';
  /** The note that has the same name. */
  targetId: string | null;
  /** Why it does not come, or not quite as it stood. */
  problem: Phrase | null;
}

export interface Import {
  id: string;
  state: 'open' | 'running' | 'done';
  createdAt: number;
  items: ImportItem[];
}

/** One line of the answer while an import is carried out. */
export interface ImportRun {
  done: number;
  total: number;
  finished: boolean;
  /** Why it stopped; null otherwise. */
  problem: Phrase | null;
}

/** What became of an import that was undone, in numbers. */
export interface ImportUndone {
  /** Notes that came and are in the bin. */
  binned: number;
  /** Notes that have the wording again that they had before. */
  restored: number;
  /** People who came and are gone, or of whom what was known before is known again. */
  people: number;
  /** Notes that were replaced and changed or deleted since, and stay as they are. */
  changed: number;
  /** Lookups that came and stay, and people who are in use by now. */
  stay: number;
}

export interface Shelf {
  id: string;
  version: number;
  name: string;
  description: string;
  parentId: string | null;
  position: number;
}

export interface DraftRow {
  id: string;
  to: Mailbox[];
  subjectText: string;
  preview: string;
  state: 'open' | 'sending' | 'refused';
  updatedAt: number;
  originalId: string | null;
  mode: DraftMode;
  /** How many blanks are open in it. */
  openBlanks: number;
}

export interface Draft extends DraftRow {
  version: number;
  cc: Mailbox[];
  bcc: Mailbox[];
  subject: DocJson;
  body: DocJson;
  fills: Fills;
  attachments: Attachment[];
  quote: boolean;
  /** The signature chosen for it: its id, empty for none, null where it is as usual. */
  signature: string | null;
  /** The mailbox it is sent from; null where it is as usual. */
  mailboxId: string | null;
  /** Findings of the last look that are meant as they are, by their keys. */
  silenced: string[];
  /** What is done once it has left. */
  handling: Handling;
  /** Why the post office refused it; null otherwise. */
  problem: Phrase | null;
}

/** What a save makes of a draft, beside what was written. */
export type SavedDraft = Pick<Draft, 'id' | 'version' | 'subjectText' | 'preview' | 'openBlanks' | 'updatedAt'>;

/** A prepared way to handle a message. */
export interface Routine extends RoutineInput {
  id: string;
  version: number;
}

/** A draft as it will arrive. */
export interface Arrival {
  html: string;
  text: string;
  subject: string;
  to: Mailbox[];
  cc: Mailbox[];
  files: { name: string; type: string; size: number }[];
  /** Of the whole message as it travels, and of its HTML, in bytes. */
  size: number;
  htmlSize: number;
}

/** What became of a message that was sent. */
export interface Sending {
  id: string;
  state: 'queued' | 'handing' | 'unanswered' | 'sent' | 'refused' | 'unsure';
  problem: Phrase | null;
  /** When it leaves, while it rests and can be taken back (milliseconds since 1970); 0 otherwise. */
  leavesAt: number;
  draftId: string;
  sentMessageId: string | null;
}

/** A browser that is signed in. */
export interface SessionInfo {
  id: string;
  /** What the browser says of itself. */
  browser: string;
  createdAt: number;
  seenAt: number;
  /** The one that asks. */
  current: boolean;
}

/** What an error answer says, and what goes with it. */
export interface ErrorData {
  code: string;
  /** For the user. */
  words: Phrase;
  /** The newer content after a stale write. */
  current?: unknown;
  findings?: Finding[];
  /** What is wrong, by field of the form. */
  fields?: Record<string, Phrase>;
  /** Seconds to wait before the next try. */
  retryAfter?: number;
  /** The certificate that is not trusted. */
  certificate?: ShownCertificate;
}

/** One line of the answer while messages are read in. */
export interface ImportProgress {
  bytes: number;
  added: number;
  known: number;
  broken: number;
  done: boolean;
  /** Why it stopped; null otherwise. */
  problem: Phrase | null;
}
