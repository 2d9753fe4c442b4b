import { getSchema } from '@tiptap/core';
import { EditorState, TextSelection, type Plugin } from '@tiptap/pm/state';
import type { EditorView } from '@tiptap/pm/view';
import { beforeEach, describe, expect, it } from 'vitest';
import { ByItself } from './byItself';
import { letterExtensions } from './extensions';

const schema = getSchema(letterExtensions());
const paragraph = (words: string) => schema.nodes.paragraph!.create(null, words ? schema.text(words) : null);

describe('text that changes by itself', () => {
  const gone: { typed: string; from: number; to: number }[] = [];
  const asked: string[] = [];
  const options = {
    cue(before: string, sign: string) {
      asked.push(before);
      return /(^| )tnk$/.test(before) && sign === ' ' ? { id: 'n', typed: 'tnk', cue: 'tnk', behind: ' ' } : null;
    },
    slip: (before: string) => (/(^| )teh$/.test(before) ? { typed: 'teh', meant: 'the' } : null),
    onCue: (cue: { typed: string }, range: { from: number; to: number }) => gone.push({ typed: cue.typed, ...range }),
    onWord: () => {},
  };
  const [plugin] = ByItself.config.addProseMirrorPlugins!.call({ options } as never) as [Plugin];

  /** A letter with the caret somewhere in it, as far as the plugin sees one. */
  function letter(lines: string[], caret: number) {
    const doc = schema.nodes.doc!.create(null, lines.map(paragraph));
    const view = {
      composing: false,
      state: EditorState.create({ doc, selection: TextSelection.create(doc, caret), plugins: [plugin] }),
      dispatch(tr: EditorState['tr']) {
        view.state = view.state.apply(tr);
      },
    };
    const type = (sign: string, at = view.state.selection.from) =>
      plugin.props.handleTextInput!.call(plugin, view as unknown as EditorView, at, at, sign, () => view.state.tr);
    return { view, type, text: () => view.state.doc.textBetween(0, view.state.doc.content.size, '|') };
  }

  beforeEach(() => {
    gone.length = 0;
    asked.length = 0;
  });

  it('is told with the sign that ended it, where it stands', () => {
    const { type, text } = letter(['Hello tnk'], 10);
    expect(type(' ')).toBe(true);
    expect(gone).toEqual([{ typed: 'tnk', from: 7, to: 11 }]);
    expect(text()).toBe('Hello tnk ');
  });

  it('puts a slip right', () => {
    const { type, text } = letter(['teh'], 4);
    type('.');
    expect(text()).toBe('the.');
  });

  it('reads the line that is typed into, not the one the caret was in', () => {
    // A caret that the browser has moved already comes with the text before the selection is known.
    const { type } = letter(['First line of the letter', 'tnk'], 3);
    expect(type(' ', 30)).toBe(true);
    expect(gone).toEqual([{ typed: 'tnk', from: 27, to: 31 }]);
    const back = letter(['tnk', 'Second line of the letter'], 20);
    expect(back.type(' ', 4)).toBe(true);
    expect(gone.at(-1)).toEqual({ typed: 'tnk', from: 1, to: 5 });
  });
});
