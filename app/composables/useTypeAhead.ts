/** What was typed: text, or a key that does something. */
export type Typed = { text: string } | { key: string };

/**
 * Holds what is typed while something is on its way, and types it where the focus stands when that has come: keys pressed
 * while a note is fetched belong to its first question, or to the letter behind it.
 * @param write puts text where no field has the focus
 * @param isThere whether the focus stands where it belongs; else nothing is typed
 */
export function useTypeAhead(write: (text: string) => void, isThere = () => true) {
  let holding = false;
  let held: Typed[] = [];

  /** Takes what is typed while something is on its way; false when nothing is. */
  function hold(typed: Typed): boolean {
    const last = held.at(-1);
    // What was typed wrongly and taken back is not typed.
    if (holding && 'key' in typed && typed.key === 'Backspace' && last && 'text' in last) held.pop();
    else if (holding) held.push(typed);
    return holding;
  }

  /** Holds what is typed until `work` is done, then types it. */
  async function during(work: () => Promise<void>): Promise<void> {
    holding = true;
    try {
      await work();
    } finally {
      holding = false;
      const typed = held;
      held = [];
      for (const one of isThere() ? typed : []) {
        if ('text' in one) typeInto(document.activeElement, one.text);
        else press(document.activeElement, one.key);
        // What came of the one is there before the next.
        await nextTick();
        await nextTick();
      }
    }
  }

  const press = (target: Element | null, key: string) =>
    target?.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));

  function typeInto(target: Element | null, text: string): void {
    if (target instanceof HTMLTextAreaElement || (target instanceof HTMLInputElement && target.type === 'text')) {
      target.setRangeText(text, target.selectionStart ?? 0, target.selectionEnd ?? 0, 'end');
      target.dispatchEvent(new InputEvent('input', { bubbles: true, data: text, inputType: 'insertText' }));
    } else if (target instanceof HTMLInputElement) for (const key of text) press(target, key);
    else write(text);
  }

  return { hold, during };
}
