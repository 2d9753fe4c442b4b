import type { Mailbox } from '#core/message/address';
import type { Part } from '#core/repeated/varying';
import type { Told } from '#core/repeated/worth';

/** What is written again and again, and how many sent letters are still to be looked through. */
export interface RepeatedList {
  /** Each with the time of its latest letter, in milliseconds since 1970. */
  wordings: (Told & { last: number })[];
  toRead: number;
}

/** One of it with the letters it stands in, the latest first. */
export interface RepeatedWording {
  id: string;
  count: number;
  parts: Part[];
  letters: { message: string; to: Mailbox | null; at: number; text: string }[];
}

/** What was written before, as it was written last. */
export interface TypedBefore {
  id: string;
  count: number;
  text: string;
}
