import { useOutboxStore } from '~/stores/outbox';
import { isMissing, isOutdated, isWorking, noteMissing, partProblem } from '~/utils/release';

/** What happens in a window that stays open while the application is updated, or while the server is away. */
export default defineNuxtPlugin((nuxt) => {
  const router = useRouter();

  /** Says why a part is not there, and finds out whether the server is another build by now. */
  async function explain(missed: unknown): Promise<void> {
    const error = await api('/account').then(
      () => missed,
      (failure: unknown) => failure,
    );
    partProblem.value = messageOf(error);
  }

  nuxt.hook('app:chunkError', ({ error }) => void noteMissing(error));
  nuxt.hook('vue:error', (error) => void (isMissing(error) && explain(error)));
  router.onError(async (error, to) => {
    if (!isMissing(error)) return;
    await explain(error);
    // That one has it.
    if (isOutdated.value) window.location.assign(to.fullPath);
  });

  // Another place is opened as the server has it by now, unless work goes on or something is still to be said of what was sent.
  router.beforeEach((to, from) => {
    partProblem.value = '';
    if (!isOutdated.value || to.path === from.path || isWorking() || useOutboxStore().isWaiting()) return;
    window.location.assign(to.fullPath);
    return false;
  });
});
