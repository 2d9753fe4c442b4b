import type { Phrase } from '#core/text/phrase';
import type { Flags } from '../db/repositories/acts';

export interface AppendOptions {
  seen?: boolean;
  answered?: boolean;
  /** When it arrived, in milliseconds since 1970; its own date when absent. */
  receivedAt?: number;
  /** It was brought in from a file: what the account wrote itself is put among what it sent. */
  brought?: boolean;
  /** Its end was not taken, since it is larger than what is kept. */
  cut?: boolean;
}

/** What became of a message that was to be stored; not `added` where it was there already. */
export interface Appended {
  id: string;
  added: boolean;
  /** What could not be read of it. */
  broken: Phrase | null;
}

export interface Envelope {
  from: string;
  to: string[];
}

/** Why one recipient has not got the message: for good (`final`), or it may be tried again. */
export interface Setback {
  address: string;
  final: boolean;
  reason: string;
}

/**
 * How handing over ended. `accepted`: taken for everybody but those with a setback. `declined`: the post office answered
 * and took it for nobody, or could not be reached before anything was handed over; `problem` says what only the user can mend. `unanswered`: it was handed over and
 * no answer came, so nobody here knows whether it was taken.
 */
export type Handover =
  | { outcome: 'accepted'; setbacks: Setback[] }
  | { outcome: 'declined'; setbacks: Setback[]; problem?: Phrase }
  | { outcome: 'unanswered'; reason: string };

/** The sending side of a mailbox, for one account. */
export interface SenderPort {
  handOver(envelope: Envelope, raw: Buffer): Promise<Handover>;
  /** Whether a message was accepted for these recipients, when an earlier try ended without an answer. */
  wasAccepted(messageId: string, to: string[]): Promise<'yes' | 'no' | 'unknown'>;
}

/** What a folder is for (RFC 6154), as its server says or its name tells; null for one of the user's own. */
export type RemoteRole = 'inbox' | 'sent' | 'archive' | 'trash' | 'junk' | 'drafts' | 'all' | 'flagged' | null;

export interface RemoteFolder {
  path: string;
  /** The last part of its path. */
  name: string;
  role: RemoteRole;
}

/** A folder as it was when it was opened. */
export interface OpenFolder {
  /** While it stays the same, a UID names the same message (RFC 3501 2.3.1.1). */
  uidValidity: number;
  /** The number of its newest change, where the server counts them (RFC 7162); '' where it does not. */
  modseq: string;
  total: number;
  /** The UID its next message gets; 0 where the server does not say. */
  uidNext: number;
}

/** What is known of a message before it is fetched. */
export interface RemoteHead {
  uid: number;
  size: number;
  /** When it came, in milliseconds since 1970. */
  receivedAt: number;
  messageId: string;
  flags: Flags;
}

/** What has changed in a folder. */
export interface RemoteChanges {
  flags: Map<number, Flags>;
  /** The UIDs of what is gone; null where the server does not say (RFC 7162 3.2.6). */
  gone: number[] | null;
}

/**
 * Somebody else's server, with one line to it. Work goes on in the folder that was opened last. Errors are RemoteErrors,
 * which say whether trying again makes sense; after one the line may be gone.
 */
export interface RemoteMailbox {
  folders(): Promise<RemoteFolder[]>;
  makeFolder(path: string): Promise<void>;
  open(path: string): Promise<OpenFolder>;
  /** The same, without opening it. */
  status(path: string): Promise<OpenFolder>;
  /** The UIDs in the folder, of all or of what came since a moment, from a UID on; in no order. */
  uids(since?: number, from?: number): Promise<number[]>;
  heads(uids: number[]): Promise<RemoteHead[]>;
  /** The bytes of messages; of one larger than `most` only so many. */
  sources(uids: number[], most: number): AsyncGenerator<{ uid: number; raw: Buffer }>;
  /** What has changed since a number of change; with '' the flags of all messages. From a UID on, where one is given. */
  changes(since: string, from?: number): Promise<RemoteChanges>;
  setFlags(uid: number, flags: Partial<Flags>): Promise<void>;
  /** Moves a message. @returns its UID there; null where the server does not say. */
  move(uid: number, to: string): Promise<number | null>;
  /** Deletes a message for good (RFC 4315 2.1); where a server lacks that, with what else is marked as deleted in the folder. */
  remove(uid: number): Promise<void>;
  /** Puts a message into a folder. @returns its UID there; null where the server does not say. */
  append(path: string, raw: Buffer, flags: Partial<Flags>, receivedAt: number): Promise<number | null>;
  /** The UIDs of messages with a Message-ID in the folder. */
  find(messageId: string): Promise<number[]>;
  /** Waits until something happens in the folder, or `ms` have passed, or it is called off. */
  news(ms: number, calledOff: AbortSignal): Promise<void>;
  close(): Promise<void>;
}
