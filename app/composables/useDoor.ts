import { useEventListener } from '@vueuse/core';
import { useAccountStore } from '~/stores/account';
import { otherWindows } from '~/utils/otherWindows';
import { isMissing } from '~/utils/release';

/** The door: where one wanted to go before it, and in as soon as one is signed in in another window. */
export function useDoor() {
  const store = useAccountStore();
  const route = useRoute();

  /** The place that was asked for; only one of ours. */
  function wanted(): string {
    const to = String(route.query.to ?? '');
    return /^\/(?![/\\])/.test(to) ? to : '/';
  }

  useEventListener(otherWindows(), 'message', async () => {
    if (await store.isSignedIn().catch(() => false)) window.location.assign(wanted());
  });

  /** Goes where one wanted to. What could not be loaded of it the layout says. */
  async function goIn(): Promise<void> {
    try {
      await navigateTo(wanted());
    } catch (error) {
      if (!isMissing(error)) throw error;
    }
  }
  return { goIn };
}
