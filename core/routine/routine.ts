import type { Mailbox } from '../message/address';

/** How a message is answered by a routine; not at all where it is only filed. */
export const ROUTINE_ANSWERS = ['reply', 'reply-all', 'forward', 'none'] as const;
/** One of {@link ROUTINE_ANSWERS}. */
export type RoutineAnswer = (typeof ROUTINE_ANSWERS)[number];

/** What a routine does with a message, in the order it is done in. */
export interface RoutineSteps {
  answer: RoutineAnswer;
  /** Whom it is passed on to. */
  to: Mailbox[];
  cc: Mailbox[];
  bcc: Mailbox[];
  /** The notes put in, by id. */
  notes: string[];
  /** The signature: its id, empty for none, null for the usual one. */
  signature: string | null;
  importance: '' | 'high' | 'low';
  /** In how many working days it is looked at again; 0 for not at all. */
  againIn: number;
  why: string;
  /** Where the message goes; empty where it stays. */
  filed: '' | 'archive' | 'trash';
  /** Whether it counts as answered. */
  done: boolean;
}
