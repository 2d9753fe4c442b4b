import type { Editor } from '@tiptap/core';
import { closeHistory } from '@tiptap/pm/history';
import { Fragment, Node as PmNode, Slice, type Node } from '@tiptap/pm/model';
import { Selection } from '@tiptap/pm/state';
import type { Edit } from '#core/blank/letter';
import { fitDoc } from '#core/note/fit';

/**
 * Puts a filled note into the letter in place of `range`, as one step of undo. A note of one paragraph joins the line it
 * is put into; a longer one put at the end of a written line starts below it, with an empty line between. Passages,
 * tables and lists of the note stay blocks of their own: an empty line gives way to them, a written one is split.
 * @returns where the inserted text ends
 */
export function insertNote(editor: Editor, body: Node, range: { from: number; to: number }): number {
  const { state, view, schema } = editor;
  const doc = PmNode.fromJSON(schema, fitDoc(body, schema));
  const tr = closeHistory(state.tr);
  tr.delete(range.from, range.to);
  const $from = tr.doc.resolve(range.from);
  const single = doc.childCount === 1 && doc.firstChild!.type.name === 'paragraph';
  const line = $from.parent;
  const below = !single && line.content.size > 0 && $from.parentOffset === line.content.size;
  const plain = [doc.firstChild, doc.lastChild].every((block) => block?.type.name === 'paragraph');
  let end: number;
  if (!single && !plain && !below) {
    const isEmpty = line.content.size === 0;
    if (!isEmpty) tr.split(range.from);
    const at = isEmpty ? $from.before() : tr.mapping.map(range.from, -1) + 1;
    if (isEmpty) tr.replaceWith(at, $from.after(), doc.content);
    else tr.insert(at, doc.content);
    end = at + doc.content.size - 1;
  } else if (below) {
    const at = $from.after();
    const content = Fragment.from(schema.nodes.paragraph!.create()).append(doc.content);
    tr.insert(at, content);
    end = at + content.size - 1;
  } else {
    const open = (block: Node | null) => (block?.type.name === 'paragraph' ? 1 : 0);
    const before = tr.doc.content.size;
    tr.replaceRange(range.from, range.from, new Slice(doc.content, open(doc.firstChild), open(doc.lastChild)));
    end = range.from + tr.doc.content.size - before;
  }
  tr.setSelection(Selection.near(tr.doc.resolve(Math.min(end, tr.doc.content.size)), -1));
  view.dispatch(tr.scrollIntoView());
  // What is typed next is a step of its own.
  view.dispatch(closeHistory(editor.state.tr));
  return editor.state.selection.to;
}

/**
 * Edits of places worked out by the core, applied to the editor without a step of undo of their own. Each round is for
 * the document that the one before left.
 */
export function applyEdits(editor: Editor, rounds: Edit[][]): void {
  if (!rounds.length) return;
  const tr = editor.state.tr.setMeta('addToHistory', false);
  for (const edits of rounds) {
    for (const { from, to, content } of [...edits].reverse()) tr.replaceWith(from, to, content);
  }
  editor.view.dispatch(tr);
}
