import { useEventListener, useIntervalFn } from '@vueuse/core';
import { useAccountStore } from '~/stores/account';

/** Whoever does nothing for so long is doing something else. */
const REST_MS = { library: 60_000, typing: 2_000 };
/** What was measured is told so often, and when the page is left. */
const TELL_MS = 60_000;

/**
 * Measures time while a page or part is there: spent on the library, by anything that is done there, or typed in a letter, by
 * the signs typed one after the other. Nothing of what is typed leaves the browser, only how much.
 * @param within what is typed elsewhere does not count
 */
export function useWorkTime(kind: 'library' | 'typing', within?: string): void {
  const account = useAccountStore();
  let last = 0;
  let milliseconds = 0;
  let characters = 0;

  function act(event: Event): void {
    const now = performance.now();
    const gap = now - last;
    last = now;
    if (event instanceof KeyboardEvent && kind === 'typing') {
      const isTyped = event.key.length === 1 && !event.ctrlKey && !event.metaKey && !event.altKey && !event.repeat;
      if (!isTyped || !(event.target as Element).closest?.(within!)) return void (last = 0);
      if (gap < REST_MS.typing) characters++;
    }
    if (gap < REST_MS[kind]) milliseconds += gap;
  }
  useEventListener(window, 'keydown', act, { passive: true });
  if (kind === 'library') useEventListener(window, ['pointerdown', 'wheel'], act, { passive: true });

  function tell(): void {
    const measured = { kind, milliseconds: Math.round(milliseconds), characters };
    milliseconds = characters = 0;
    if (measured.milliseconds < 1_000 || !account.settings?.knows.includes('time')) return;
    api('/time-back/measured', { method: 'POST', body: measured, keepalive: true }).catch(() => {
      /* What is not counted harms nothing. */
    });
  }
  useIntervalFn(tell, TELL_MS);
  useEventListener(window, 'pagehide', tell);
  onBeforeUnmount(tell);
}
