import { useEventListener } from '@vueuse/core';
import { useTypeAhead } from './useTypeAhead';

/** So long until a letter that is on its way has the focus. */
const LANDS_MS = 2_500;

const takesText = (element: Element | null) =>
  element instanceof HTMLElement && (element.isContentEditable || element.matches('input, textarea, select'));

const isInLetter = () => takesText(document.activeElement) && Boolean(document.activeElement?.closest('.reply'));

/** Resolves once the focus stands in the letter or beside it, or no longer will. */
function landed(): Promise<void> {
  return new Promise((resolve) => {
    const stop = useEventListener(document, 'focusin', () => takesText(document.activeElement) && end());
    const timer = setTimeout(end, LANDS_MS);
    function end() {
      stop();
      clearTimeout(timer);
      resolve();
    }
    if (takesText(document.activeElement)) end();
  });
}

/**
 * What is typed while a letter is on its way belongs to it: it is held, and typed where the focus stands once it is there.
 * @returns holds it from now on, as long as `work` says that a letter comes; `hasNote` says that it comes with a note, which
 * stands before what is typed and is taken with a figure
 */
export function useKeysAhead(): (work: Promise<boolean>, hasNote?: boolean) => void {
  // As if it were typed, so that a cue is taken for one.
  const { hold, during } = useTypeAhead((text) => void document.execCommand('insertText', false, text), isInLetter);
  let isWaiting = false;
  let hasText = false;
  let isBeforeNote = false;

  function onKey(event: KeyboardEvent) {
    const { key, isComposing } = event;
    const isCommand = (event.ctrlKey || event.metaKey || event.altKey) && !event.getModifierState('AltGraph');
    const isTaken = takesText(document.activeElement) && !(isBeforeNote && isInLetter());
    if (event.defaultPrevented || isComposing || isCommand || isTaken) return;
    const isText = [...key].length === 1;
    if (!isText && key !== 'Enter' && key !== 'Backspace') return;
    // The key that began it, pressed twice, is none of its text.
    if (!hasText && (!isText || key === ' ' || (isBeforeNote && /\d/.test(key)))) return;
    if (!hold(isText ? { text: key } : { key })) return;
    hasText = true;
    event.preventDefault();
  }
  useEventListener(window, 'keydown', onKey, { capture: true });

  return (work, hasNote = false) => {
    // Pressed twice it is begun once, and waited for once.
    if (isWaiting) return;
    isWaiting = true;
    hasText = false;
    isBeforeNote = hasNote;
    void during(async () => {
      // Why none comes is said where it is begun.
      const comes = await work.catch(() => false);
      isBeforeNote = false;
      if (comes) await landed();
    }).finally(() => (isWaiting = false));
  };
}
