import { useEventListener } from '@vueuse/core';

const FOCUSABLE =
  'button:not(:disabled), [href], input:not(:disabled):not([type=file]), textarea:not(:disabled), [contenteditable=true], [tabindex="0"]';

const isSeen = (element: HTMLElement) => element.offsetParent !== null && element.tabIndex >= 0;

/** Where the focus goes in a part: where it was last, what is meant to come first in it, or the first thing that takes it. */
function entrance(part: HTMLElement, last: HTMLElement | undefined): HTMLElement | undefined {
  if (last?.isConnected && part.contains(last) && isSeen(last)) return last;
  const all = [...part.querySelectorAll<HTMLElement>(FOCUSABLE)].filter(isSeen);
  return all.find((one) => one.matches('[aria-current=true], [contenteditable=true].letter')) ?? all[0];
}

/**
 * Goes from one part of a page to the next, and back: parts are marked with `data-part` and taken in the order they
 * stand in.
 */
export function useParts(): void {
  const last = new Map<string, HTMLElement>();
  useEventListener(document, 'focusin', (event: FocusEvent) => {
    const element = event.target as HTMLElement;
    const part = element.closest<HTMLElement>('[data-part]');
    if (part) last.set(part.dataset.part!, element);
  });
  /** Where there is something to go to. */
  function partsSeen(): HTMLElement[] {
    return [...document.querySelectorAll<HTMLElement>('[data-part]')].filter(
      (part) => part.offsetParent !== null && entrance(part, undefined),
    );
  }
  function go(step: 1 | -1): void {
    const parts = partsSeen();
    // The innermost part that holds the focus.
    const at = parts.findLastIndex((part) => part.contains(document.activeElement));
    const next = parts[at < 0 ? (step > 0 ? 0 : parts.length - 1) : (at + step + parts.length) % parts.length]!;
    entrance(next, last.get(next.dataset.part!))?.focus();
  }
  const when = () => partsSeen().length > 0;
  useCommands({ nextPart: { when, do: () => go(1) }, partBefore: { when, do: () => go(-1) } });
}
