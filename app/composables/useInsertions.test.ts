// @vitest-environment node
import { history, redo, undo, closeHistory } from '@tiptap/pm/history';
import type { Node } from '@tiptap/pm/model';
import { EditorState, type Transaction } from '@tiptap/pm/state';
import { beforeEach, expect, it } from 'vitest';
import { docFromText, parseDoc } from '#core/note/schema';
import { useInsertions } from './useInsertions';

/** As much of an editor as is followed here. */
function editorOf(text: string) {
  let listen: (of: { transaction: Transaction }) => void = () => {};
  const editor = {
    state: EditorState.create({ doc: parseDoc(docFromText(text)), plugins: [history()] }),
    on: (_: string, on: typeof listen) => (listen = on),
    dispatch(tr: Transaction) {
      editor.state = editor.state.apply(tr);
      listen({ transaction: tr });
    },
  };
  return editor;
}
let editor: ReturnType<typeof editorOf>;
let said: string[];
let insertions: ReturnType<typeof useInsertions>;
beforeEach(() => {
  editor = editorOf('Before. ty After.');
  said = [];
  insertions = useInsertions(editor as never);
});

/** Puts words in place of some, as one step. */
function put(name: string, from: number, to: number, words: string) {
  const before: Node = editor.state.doc;
  editor.dispatch(closeHistory(editor.state.tr).insertText(words, from, to));
  editor.dispatch(closeHistory(editor.state.tr));
  insertions.add(before, { undone: () => said.push(`${name} undone`), redone: () => said.push(`${name} redone`) });
}
const back = () => undo(editor.state, (tr) => editor.dispatch(tr));
const again = () => redo(editor.state, (tr) => editor.dispatch(tr));

it('what came with an insertion goes when it is undone and comes when it is redone, each time', () => {
  put('cue', 9, 11, 'Thank you for your message.');
  back();
  again();
  back();
  expect(said).toEqual(['cue undone', 'cue redone', 'cue undone']);
});

it('of several the one that is undone, also after its answers were written without a step of their own', () => {
  put('one', 9, 11, 'Thank you for [what].');
  put('other', 1, 1, 'Dear Ada, ');
  const at = editor.state.doc.textContent.indexOf('[what]') + 1;
  editor.dispatch(editor.state.tr.insertText('the plan', at, at + 6).setMeta('addToHistory', false));
  back();
  expect(said).toEqual(['other undone']);
  back();
  expect(said).toEqual(['other undone', 'one undone']);
  again();
  expect(said.at(-1)).toBe('one redone');
});

it('an undo of what was typed since, or words taken out by hand, is none', () => {
  put('one', 9, 11, 'Thank you.');
  editor.dispatch(closeHistory(editor.state.tr).insertText(' More.', editor.state.doc.content.size - 1));
  back();
  expect(said).toEqual([]);
  editor.dispatch(closeHistory(editor.state.tr).delete(9, 19));
  expect(said).toEqual([]);
});
