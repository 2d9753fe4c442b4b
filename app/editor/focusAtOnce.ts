import { Extension, resolveFocusPosition } from '@tiptap/core';

/**
 * The command `focus` puts the caret into the text before the next key arrives. The editor's own waits for the next
 * picture on the screen, and the keys pressed until then are lost.
 */
export const FocusAtOnce = Extension.create({
  name: 'focusAtOnce',
  addCommands: () => ({
    focus:
      (position = null, { scrollIntoView = true } = {}) =>
      ({ editor, view, tr, dispatch }) => {
        if (position === false || (position === null && view.hasFocus())) return true;
        const selection = position === null ? null : resolveFocusPosition(tr.doc, position);
        if (!dispatch) return true;
        if (selection) tr.setSelection(selection);
        const act = () => {
          if (editor.isDestroyed) return;
          view.focus();
          if (scrollIntoView) editor.commands.scrollIntoView();
        };
        // Behind the change that is being made; a text not on the page yet is there with the next picture.
        if (view.dom.isConnected) queueMicrotask(act);
        else requestAnimationFrame(act);
        return true;
      },
  }),
});
