import { useEventListener } from '@vueuse/core';

interface Act {
  /** Whether it can be done now; when it cannot, the key is left to whoever else wants it. */
  when?: (event: KeyboardEvent) => boolean;
  do: (event: KeyboardEvent) => unknown;
}

/** Does the commands of a page or part while it is there, by their keys. */
export function useCommands(acts: Partial<Record<CommandName, Act | Act['do']>>): void {
  function onKey(event: KeyboardEvent) {
    if (event.defaultPrevented) return;
    const key = pressedKey(event);
    for (const [name, act] of Object.entries(acts) as [CommandName, Act | Act['do']][]) {
      if (!isShortcut(name, key)) continue;
      const { when, do: run } = typeof act === 'function' ? { do: act } : act;
      if (when && !when(event)) continue;
      event.preventDefault();
      event.stopPropagation();
      void run(event);
      return;
    }
  }
  // Before what has the focus: a letter takes Enter for its own, whatever is held down with it.
  useEventListener(window, 'keydown', onKey, { capture: true });
}
