import type { Phrase } from '#core/text/phrase';
import type { FolderChange, MailServer } from '../schemas/mailbox';

/** A folder of a mailbox. */
export interface FolderInfo {
  id: string;
  path: string;
  name: string;
  role: FolderChange['role'];
  /** How many messages its server has in it. */
  total: number;
}

export interface FolderOfMailbox extends FolderInfo {
  mailboxId: string;
}

/** A mailbox a message can be sent from. */
export interface SenderInfo {
  id: string;
  name: string;
  address: string;
  /** What is wrong with it at present; null where nothing is. */
  problem: Phrase | null;
}

/** A mailbox of the user's own, and how it stands with its server. */
export interface MailboxInfo {
  id: string;
  version: number;
  name: string;
  address: string;
  receiving: MailServer;
  sending: MailServer;
  /** How many days back messages are kept here; 0 for all. */
  keepDays: number;
  paused: boolean;
  state: 'new' | 'reading' | 'ready' | 'problem';
  problem: Phrase | null;
  /** When it was last in step, in milliseconds since 1970; 0 when never. */
  syncedAt: number;
  connectedAt: number;
  folders: FolderInfo[];
  /** How many of its messages are here, of how many. */
  here: number;
  total: number;
  /** How much is still to be done on its server, and why the first of it could not be; null where nothing went wrong. */
  acts: number;
  actsProblem: Phrase | null;
}

/** The servers a mailbox is likely to have, and whether each of them answered. */
export type MailProposal = Record<'receiving' | 'sending', MailServer & { found: boolean }>;

/** A certificate that nobody known has signed, to be looked at. */
export interface ShownCertificate {
  pem: string;
  /** SHA-256, in hexadecimal with colons. */
  fingerprint: string;
  names: string;
  issuer: string;
  validTo: number;
  expired: boolean;
  /** Which server shows it. */
  side: 'receiving' | 'sending';
}
