import type { Day } from '#core/calendar/day';
import type { Hands } from '#core/hands/hands';
import type { HandsAnswer } from '#core/hands/tally';

/** A show of hands as a row of the list. */
export interface HandsRow extends Hands {
  id: string;
  version: number;
  /** The last day to answer; null for none. */
  lastDay: Day | null;
  createdAt: number;
  /** How many were asked. */
  asked: number;
}

/** Somebody who was asked, or answered. */
export interface HandsPerson {
  /** As addresses are compared. */
  key: string;
  name: string;
  address: string;
}

/** What somebody answered, and where it stands. */
export interface HandsReply extends HandsAnswer {
  /** The message; null where it was put in by hand. */
  messageId: string | null;
}

/** A show of hands with all that was answered. */
export interface HandsPage extends HandsRow {
  /** Who was asked; `alone` by a letter to nobody else. */
  people: (HandsPerson & { alone: boolean })[];
  /** Who answered without having been asked. */
  others: HandsPerson[];
  answers: HandsReply[];
}
