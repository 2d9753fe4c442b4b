import type { Day } from '../calendar/day';
import type { LearntEdit } from '../edits/learnt';

/** A letter something was learnt from: who it went to, and when it left, in milliseconds since 1970. */
export interface LearntFrom {
  message: string;
  to: string;
  at: number;
}

/** What of the library wants attention, and why. */
export type Tending =
  /** Never put in since it was written. */
  | { kind: 'never-used'; note: string; since: number }
  /** Nearly the same as another one, which is used more. */
  | { kind: 'nearly-same'; note: string; other: string }
  /** A day stands in its wording that is over. */
  | { kind: 'day-over'; note: string; day: Day }
  /** A blank draws on a lookup that is gone. */
  | { kind: 'lookup-gone'; note: string }
  /** An amount in it has no currency, though it may have been kept from one in another. */
  | { kind: 'no-currency'; note: string; label: string }
  /** The name or address of somebody it was sent to stands in its wording, or an amount that was named to them. */
  | { kind: 'names-client'; note: string; said: string }
  /** Its cue goes off where it is not meant: so often in the messages sent last. */
  | { kind: 'cue-accident'; note: string; cue: string; count: number; messages: number }
  /** A blank that was filled with the same answer each time. */
  | { kind: 'always-same'; note: string; label: string; answer: string; count: number }
  /** Another note nearly always goes into the same letter. */
  | { kind: 'goes-with'; note: string; other: string; count: number }
  /** Something in it is changed again and again after it was put in. */
  | { kind: 'learnt-edit'; note: string; edit: LearntEdit; letters: LearntFrom[] };

function aboutOf(one: Tending): string {
  if ('other' in one) return one.other;
  if ('label' in one) return one.label;
  if ('said' in one) return one.said;
  if ('edit' in one) return `${one.edit.kind} ${one.edit.before.slice(0, 60)} ${one.edit.after.join(' ')}`;
  return 'day' in one ? one.day : '';
}

/** What tells one thing to tend from another, for being left as it is. */
export const tendingKey = (one: Tending): string => {
  return `${one.kind}|${one.note}|${aboutOf(one)}`.slice(0, 200);
};
