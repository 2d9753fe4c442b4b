import type { Day, DaysOff } from '../../calendar/day';
import type { BlankDef } from '../kinds/kind';

/** A stretch of wording that is likely to change from client to client, with the blank it most likely is. */
export interface Candidate {
  from: number;
  to: number;
  text: string;
  blank: BlankDef;
  /** `marked` by hand; `known` from the message it comes from; `value` that looks like one client's. */
  why: 'marked' | 'known' | 'value';
}

/** What wording that comes from a message brings along. */
export interface Origin {
  /** Names and company of who it was written to. */
  firstName: string;
  lastName: string;
  fullName: string;
  company: string;
  address: string;
}

/** How days and figures are written where the text comes from. */
export interface Ways {
  locale: string;
  today: Day;
  off: DaysOff;
}
