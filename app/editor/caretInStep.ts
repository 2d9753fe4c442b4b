import { Extension } from '@tiptap/core';
import { Plugin, TextSelection } from '@tiptap/pm/state';
import type { EditorView } from '@tiptap/pm/view';

/** Keys with which the browser moves the caret by itself. */
const MOVES = /^(?:Home|End|PageUp|PageDown|Arrow(?:Left|Right|Up|Down))$/;

/** Takes over where the browser has put the caret, or what it has selected. */
function takeCaret(view: EditorView): void {
  const { selection, doc, tr } = view.state;
  const seen = view.dom.ownerDocument.getSelection();
  if (!(selection instanceof TextSelection) || view.composing || !seen?.anchorNode || !seen.focusNode) return;
  if (!view.dom.contains(seen.anchorNode) || !view.dom.contains(seen.focusNode)) return;
  const anchor = view.posAtDOM(seen.anchorNode, seen.anchorOffset);
  const head = view.posAtDOM(seen.focusNode, seen.focusOffset);
  if (anchor === selection.anchor && head === selection.head) return;
  view.dispatch(tr.setSelection(TextSelection.between(doc.resolve(anchor), doc.resolve(head))));
}

/**
 * A key acts where the caret stands. The browser tells of a caret it has moved only a moment later; when the next key
 * comes before that, it would act on what was selected before, and delete it.
 */
export const CaretInStep = Extension.create({
  name: 'caretInStep',
  addProseMirrorPlugins() {
    let hasMoved = false;
    const keydown = (view: EditorView, { key }: KeyboardEvent) => {
      if (hasMoved) takeCaret(view);
      hasMoved = MOVES.test(key);
      return false;
    };
    return [new Plugin({ props: { handleDOMEvents: { keydown } } })];
  },
});
