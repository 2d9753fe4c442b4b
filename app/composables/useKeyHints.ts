import { useEventListener } from '@vueuse/core';

const HELD_FOR = 350;

/** Whether the keys of everything that has one are shown: while Alt is held down by itself for a moment. */
export function useKeyHints() {
  const shown = ref(false);
  let timer: ReturnType<typeof setTimeout> | undefined;
  function hide() {
    clearTimeout(timer);
    shown.value = false;
  }
  useEventListener(window, 'keydown', (event) => {
    if (event.key !== 'Alt') return hide();
    if (!event.repeat) timer = setTimeout(() => (shown.value = true), HELD_FOR);
  });
  useEventListener(window, ['keyup', 'blur', 'pointerdown'], hide);
  return shown;
}
