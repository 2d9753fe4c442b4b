import { useColorMode as useStoredColorMode } from '@vueuse/core';

/** The theme: as the computer is set, or chosen; kept in this browser. The class on the page is what the tokens follow. */
export function useColorMode() {
  return useStoredColorMode({ storageKey: 'jar-note:theme', modes: { light: 'light', dark: 'dark' } });
}
