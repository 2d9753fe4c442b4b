import type { Day } from '#core/calendar/day';
import type { Again } from '#shared/schemas/again';
import type { Folder } from '#shared/schemas/message';
import type { MessagePage, MessageRow } from '#shared/types/wire';
import type { Phrase } from '#core/text/phrase';

/** A message in the mailbox with its bytes, which are the truth of it. */
export interface StoredMessage extends MessageRow {
  raw: Buffer;
}

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

export interface ListQuery {
  folder: Folder;
  waiting: boolean;
  later?: boolean;
  /** The day it is for the account. */
  today: Day;
  after?: string;
  limit: number;
}

/** What became of a message that was to be stored; not `added` where it was there already. */
export interface Appended {
  id: string;
  added: boolean;
  /** What could not be read of it. */
  broken: Phrase | null;
}

/** The reading side of a mailbox, for one account. Nothing above this port knows whose mailbox it is. */
export interface MailboxPort {
  list(query: ListQuery): Promise<MessagePage>;
  /** @throws UserError 404 when there is no such message. */
  get(id: string): Promise<StoredMessage>;
  /** Stores the bytes as they are. A message already there is not stored again. */
  append(folder: Folder, raw: Buffer, options?: AppendOptions): Promise<Appended>;
  /**
   * The same for several at once, which is quicker. One that cannot be stored keeps none of the others out; why is thrown in the end.
   * When several cannot be, the rest is left.
   */
  appendAll(folder: Folder, messages: { raw: Buffer; options?: AppendOptions }[]): Promise<Appended[]>;
  setFlags(id: string, flags: { seen?: boolean; answered?: boolean }): Promise<void>;
  move(id: string, folder: Folder): Promise<void>;
  /** Sets the day a message comes back on, or takes it off. */
  setAgain(id: string, again: Again | null): Promise<void>;
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
 * and took it for nobody, or could not be reached before anything was handed over. `unanswered`: it was handed over and
 * no answer came, so nobody here knows whether it was taken.
 */
export type Handover =
  | { outcome: 'accepted'; setbacks: Setback[] }
  | { outcome: 'declined'; setbacks: Setback[] }
  | { outcome: 'unanswered'; reason: string };

/** The sending side of a mailbox, for one account. */
export interface SenderPort {
  handOver(envelope: Envelope, raw: Buffer): Promise<Handover>;
  /** Whether a message was accepted for these recipients, when an earlier try ended without an answer. */
  wasAccepted(messageId: string, to: string[]): Promise<'yes' | 'no' | 'unknown'>;
}
