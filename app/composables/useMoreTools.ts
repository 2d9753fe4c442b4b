import { createGlobalState, useLocalStorage } from '@vueuse/core';

/** Whether the tools that are needed less often are shown beside the others; remembered in this browser. */
export const useMoreTools = createGlobalState(() => useLocalStorage('jar-note:more-tools', false));
