import { defineStore } from 'pinia';
import type { Draft, Sending } from '#shared/types/wire';
import { useDone, type Done } from '~/composables/useDone';

/** So long until a message is asked after once more: one that is leaving, and one that waits for the post office. */
const ASK_AGAIN_MS = 1_000;
const ASK_MUCH_LATER_MS = 30_000;

/** The message a draft answers; empty where it answers none. */
export const answeredBy = ({ mode, originalId }: Draft) => (mode === 'forward' ? '' : (originalId ?? ''));

/** Where one is while messages leave. */
interface Place {
  add: ReturnType<typeof useDone>['add'];
  /** Opens a draft, beside the message it answers. */
  show(draft: string, answered: string): unknown;
  /** Reads anew what is shown. */
  refresh(): unknown;
}

/** What is said of one message; null once nothing is to be said any more. */
interface Said {
  done: Done | null;
  /** Whether something else may still become of it. */
  isOpen: boolean;
  change: ReturnType<Place['add']>;
}

/**
 * What was sent and has not left yet, and what became of it: said on the Desk, or at the top of whatever other place one
 * has gone to meanwhile.
 */
export const useOutboxStore = defineStore('outbox', () => {
  const problem = ref('');
  const { done, add, close, undo } = useDone(problem);
  const elsewhere: Place = {
    add,
    show: (draft, answered) => navigateTo({ path: '/', query: answered ? { message: answered } : { draft } }),
    refresh: () => {},
  };
  let place = elsewhere;
  let said: Said[] = [];
  /** The drafts of what has not left yet, with the message each of them answers. */
  const resting = new Map<string, string>();

  function tell(done: Done, isOpen = false): Said {
    const one: Said = { done, isOpen, change: place.add(done) };
    said = [...said.filter((other) => other.isOpen || place === elsewhere), one];
    return one;
  }

  /** Says something else of a message; a problem also where what was said of it was closed. */
  function change(one: Said, done: Done | null, isProblem = false): void {
    one.done = done;
    const isThere = one.change(done && { undo: undefined, open: undefined, ...done });
    if (done && isProblem && !isThere) one.change = place.add(done);
  }

  /** Whether something is still to be known, or to be read, of what was sent. */
  const isWaiting = () => said.some(({ done, isOpen }) => done || isOpen);

  function closeAll(): void {
    said = said.filter(({ isOpen }) => isOpen);
    problem.value = '';
    close();
  }

  /** What is still to be known goes along to another place. */
  function move(to: Place): void {
    const along = said.filter(({ done, isOpen }) => done && (isOpen || place === elsewhere));
    closeAll();
    place = to;
    said = along;
    for (const one of along) one.change = place.add(one.done!);
  }

  /** From now on everything is said on the Desk. @returns has it said elsewhere again */
  function enter(desk: Place): () => void {
    move(desk);
    return () => {
      // The next Desk may be there before the last one is gone.
      if (place === desk) move(elsewhere);
    };
  }

  /** Nothing was sent. @param why in words */
  function tellUnsent(left: Draft, why: string): void {
    const one = tell({ text: why, open });
    function open() {
      change(one, null);
      return place.show(left.id, answeredBy(left));
    }
  }

  /** Says what became of a message, until that is known for good. @returns says more of it, as long as one stays where one is */
  function tellSent(sending: Sending, sent: Draft): Said['change'] {
    const { id, draftId } = sending;
    const answered = answeredBy(sent);
    // What went as it should is no news anywhere but on the Desk.
    const isNoNews = ({ state, problem }: Sending) => state === 'sent' && !problem && place === elsewhere;
    if (isNoNews(sending)) return () => false;
    let known = sending;
    let isBack = false;
    const one = tell(wordsOf(known), true);
    goOn();
    return one.change;

    function wordsOf({ state, problem, leavesAt }: Sending): Done {
      const words = problem ? say(problem) : '';
      if (state === 'sent') return { text: words || t('desk.sentNow') };
      if (state === 'refused') return { text: t('desk.notSentBecause', { problem: words }), open };
      if (state === 'unsure') return { text: words, open };
      const count = Math.ceil((leavesAt - Date.now()) / 1000);
      return { text: words || (count > 0 ? t('desk.leavesIn', { count }) : t('desk.isLeaving')), undo: bringBack };
    }

    /** Asks again as long as something else may become of it. */
    function goOn(): void {
      const { state, problem, leavesAt } = known;
      one.isOpen = !['sent', 'refused', 'unsure'].includes(state);
      // What waits for the post office is seen beside what it answers.
      if (!one.isOpen || problem) resting.delete(draftId);
      else if (state === 'queued') resting.set(draftId, answered);
      const rests = Math.max(0, leavesAt - Date.now());
      if (one.isOpen) setTimeout(ask, problem ? ASK_MUCH_LATER_MS : rests + ASK_AGAIN_MS);
    }

    async function ask(): Promise<void> {
      if (isBack) return;
      const before = known;
      const now = await api<Sending>(`/sendings/${id}`).catch(() => known);
      if (isBack) return;
      known = now;
      goOn();
      if (one.isOpen && JSON.stringify(now.problem) === JSON.stringify(before.problem)) return;
      change(one, isNoNews(now) ? null : wordsOf(now), Boolean(now.problem));
      await place.refresh();
    }

    async function bringBack(): Promise<void> {
      // Nothing else is said of it while it is being brought back.
      isBack = true;
      try {
        await api(`/sendings/${id}/take-back`, { method: 'POST' });
      } catch (error) {
        isBack = false;
        setTimeout(ask, ASK_AGAIN_MS);
        throw error;
      }
      Object.assign(one, { done: null, isOpen: false });
      resting.delete(draftId);
      await place.show(draftId, answered);
    }

    function open() {
      change(one, null);
      return place.show(draftId, answered);
    }
  }

  return { done, problem, close: closeAll, undo, resting, isWaiting, enter, tellSent, tellUnsent };
});
