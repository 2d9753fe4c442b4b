import type { Editor } from '@tiptap/vue-3';
import { Plugin } from '@tiptap/pm/state';

/** Nothing changes what stands in editors as long as `isLocked` says so; it can still be read and copied. */
export function useLocked(editors: Editor[], isLocked: () => boolean): void {
  for (const editor of editors)
    editor.registerPlugin(new Plugin({ filterTransaction: (tr) => !tr.docChanged || !isLocked() }));
  watch(
    isLocked,
    (locked) => {
      for (const editor of editors) editor.setEditable(!locked, false);
    },
    { immediate: true },
  );
}
