import { useEventListener } from '@vueuse/core';
import { useAccountStore } from '~/stores/account';
import { otherWindows } from '~/utils/otherWindows';

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
  return { wanted };
}
