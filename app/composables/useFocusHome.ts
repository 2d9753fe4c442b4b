import { useEventListener, useMutationObserver } from '@vueuse/core';

const isSeen = (element: HTMLElement) => element.isConnected && element.offsetParent !== null;

/** What takes the focus in a place marked `data-home`: what is open or written in there before anything else. */
const inside = (home: HTMLElement): HTMLElement | null =>
  home.querySelector<HTMLElement>('[contenteditable=true], [aria-current=true]') ??
  home.querySelector<HTMLElement>('[tabindex="0"], button, input');

/**
 * When what had the focus goes away with what was done (a panel closes, a message leaves the list), the focus goes to the
 * natural next thing instead of nowhere: the place marked `data-home` with the highest number that is seen.
 */
export function useFocusHome(): void {
  let last: HTMLElement | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;
  useEventListener(document, 'focusin', (event: FocusEvent) => (last = event.target as HTMLElement));
  // Who presses on the page itself wants the focus nowhere.
  useEventListener(document, 'pointerdown', (event: PointerEvent) => {
    if (
      !(event.target as HTMLElement).closest('button, a, input, textarea, select, [contenteditable=true], [tabindex]')
    )
      last = null;
  });

  function goHome() {
    const now = document.activeElement;
    if ((now && now !== document.body) || !last || isSeen(last)) return;
    const homes = [...document.querySelectorAll<HTMLElement>('[data-home]')].filter(isSeen);
    const best = homes
      .sort((a, b) => Number(b.dataset.home) - Number(a.dataset.home))
      .map(inside)
      .find(Boolean);
    best?.focus({ preventScroll: true });
  }
  useMutationObserver(
    () => document.body,
    () => {
      if (document.activeElement !== document.body || !last || isSeen(last)) return;
      clearTimeout(timer);
      // What takes its place may come a moment later and take the focus by itself.
      timer = setTimeout(goHome, 150);
    },
    { childList: true, subtree: true },
  );
  onBeforeUnmount(() => clearTimeout(timer));
}
