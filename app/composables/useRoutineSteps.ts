import type { Routine } from '#shared/types/wire';
import { notesOf } from '#core/blank/fill';
import { dayAt, later } from '#core/calendar/day';
import { addressKey, type Mailbox } from '#core/message/address';
import { useAccountStore } from '~/stores/account';
import { useNotesStore } from '~/stores/notes';
import type { useDraft } from './useDraft';

/** Does to a draft what a routine says; sending it is left to whoever reads it over. */
export function useRoutineSteps(handle: ReturnType<typeof useDraft>, insert: (note: string) => Promise<void>) {
  const account = useAccountStore();
  const notes = useNotesStore();

  return async function run(routine: Routine): Promise<void> {
    const draft = handle.draft.value;
    const settings = account.settings!;
    if (!draft) return;
    const known = new Set([...draft.to, ...draft.cc, ...draft.bcc].map(({ address }) => addressKey(address)));
    const fresh = (boxes: Mailbox[]) => boxes.filter(({ address }) => !known.has(addressKey(address)));
    const off = daysOffOf(settings);
    const today = dayAt(Date.now(), settings.timeZone);
    const { importance, againIn, why, filed, done, signature } = routine;
    const isThere = signature === '' || settings.signatures.some(({ id }) => id === signature);
    handle.change({
      to: [...draft.to, ...(routine.answer === 'forward' ? fresh(routine.to) : [])],
      cc: [...draft.cc, ...fresh(routine.cc)],
      bcc: [...draft.bcc, ...fresh(routine.bcc)],
      signature: signature !== null && isThere ? signature : draft.signature,
      handling: { importance, again: againIn ? later(today, againIn, 'working day', off) : '', why, filed, done },
    });
    // A routine that is run once more puts nothing in twice.
    const inside = notesOf(draft.fills);
    for (const note of routine.notes) if (notes.byId.has(note) && !inside.includes(note)) await insert(note);
  };
}
