import { useEventListener, useThrottleFn } from '@vueuse/core';
import { useAccountStore } from '~/stores/account';
import { useLookupsStore } from '~/stores/lookups';
import { useNotesStore } from '~/stores/notes';
import { useRoutinesStore } from '~/stores/routines';
import { otherWindows } from '~/utils/otherWindows';

/** What places show that was read from the server, and how they read it anew. */
const places = new Set<() => unknown>();

/** Reads anew what a place shows when it may have been changed elsewhere. What cannot be read then is read the next time. */
export function useChangedElsewhere(read: () => unknown): void {
  places.add(read);
  onScopeDispose(() => places.delete(read));
}

/** At most so often one looks what was changed. */
const LOOK_MS = 500;

/** Takes over what was changed in another window when that says so; on another machine, when this window is come back to. */
export function useOtherWindows(): void {
  const account = useAccountStore();
  const stores = [useNotesStore(), useLookupsStore(), useRoutinesStore()];
  const look = useThrottleFn(
    async () => {
      // What cannot be read now is read when one looks again.
      if (await account.isStillTheirs().catch(() => false))
        await Promise.allSettled([...stores.map((one) => one.catchUp()), ...[...places].map((read) => read())]);
    },
    LOOK_MS,
    true,
  );
  useEventListener(otherWindows(), 'message', () => void look());
  useEventListener(window, 'focus', () => void look());
  useEventListener(document, 'visibilitychange', () => void (document.hidden || look()));
}
