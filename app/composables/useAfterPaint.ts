import { useEventListener } from '@vueuse/core';

/** A page that is not seen is not painted; what was put off is done all the same. */
const AT_LEAST_MS = 100;

/**
 * Puts work off until the key that asked for it has been painted, so that typing never waits for it. What is asked for
 * several times before is done once; what is still to be done when the component goes is done then.
 */
export function useAfterPaint(act: () => void) {
  let timer: ReturnType<typeof setTimeout> | undefined;

  /** Does what was put off, if anything was. */
  function now(): void {
    if (timer === undefined) return;
    clearTimeout(timer);
    timer = undefined;
    act();
  }

  function later(): void {
    if (timer !== undefined) return;
    timer = setTimeout(now, AT_LEAST_MS);
    // What follows a frame's callbacks as a task of its own follows its painting.
    requestAnimationFrame(() => setTimeout(now));
  }

  useEventListener(window, 'pagehide', now, { capture: true });
  onBeforeUnmount(now);
  return { later, now };
}
