import { daysBetween, later, type Day, type DaysOff } from '../calendar/day';
import { addressKey, type Mailbox } from '../message/address';
import type { RoutineSteps } from './routine';

/** What was sent, as far as a routine can do it again. */
interface Sent {
  mode: 'new' | 'reply' | 'reply-all' | 'forward';
  to: Mailbox[];
  cc: Mailbox[];
  bcc: Mailbox[];
  /** The notes that were put in, in their order. */
  notes: string[];
  signature: string | null;
  handling: {
    importance: RoutineSteps['importance'];
    again: Day | '';
    why: string;
    filed: RoutineSteps['filed'];
    done: boolean | null;
  };
}

/** In how many working days a day is; at least one. */
function workingDaysTo(day: Day, today: Day, off: DaysOff): number {
  const most = Math.max(1, daysBetween(today, day));
  for (let count = 1; count <= most; count++) {
    const reached = later(today, count, 'working day', off);
    if (!reached || reached >= day) return count;
  }
  return most;
}

/**
 * The routine that does again what was done with a message.
 * @param present whom the message answered was from and went to: they are not copied by the routine but by the answer
 */
export function routineOf(sent: Sent, present: Mailbox[], today: Day, off: DaysOff): RoutineSteps {
  const { mode, handling } = sent;
  const there = new Set(present.map(({ address }) => addressKey(address)));
  const added = (list: Mailbox[]) => list.filter(({ address }) => !there.has(addressKey(address)));
  return {
    answer: mode === 'new' ? 'reply' : mode,
    to: mode === 'forward' ? sent.to : [],
    cc: added(sent.cc),
    bcc: added(sent.bcc),
    notes: [...new Set(sent.notes)],
    signature: sent.signature,
    importance: handling.importance,
    againIn: handling.again ? workingDaysTo(handling.again, today, off) : 0,
    why: handling.again ? handling.why : '',
    filed: handling.filed,
    done: handling.done ?? mode !== 'forward',
  };
}
