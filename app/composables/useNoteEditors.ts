import { Editor } from '@tiptap/vue-3';
import { NodeSelection } from '@tiptap/pm/state';
import type { DocJson } from '../../core/note/schema';
import { blankKey } from '../../core/blank/key';
import type { BlankAttrs } from '../../core/blank/fill';
import { BracketRule } from '../editor/bracketRule';
import { letterExtensions, lineExtensions } from '../editor/extensions';

/** A blank chosen in one of the two editors of a note. */
export interface ChosenBlank {
  editor: Editor;
  pos: number;
  attrs: BlankAttrs;
}

/** The subject and body of a note being written, and the blank that is chosen in them. */
export function useNoteEditors(start: { subject: DocJson; body: DocJson }, onChange: () => void) {
  const chosen = shallowRef<ChosenBlank | null>(null);
  let last: Editor | null = null;

  function follow(editor: Editor): void {
    const { selection } = editor.state as {
      selection: { node?: { type: { name: string }; attrs: BlankAttrs }; from: number };
    };
    const { node, from } = selection;
    if (node?.type.name === 'blank') chosen.value = { editor, pos: from, attrs: node.attrs };
    else if (chosen.value?.editor === editor) chosen.value = null;
  }

  const make = (content: DocJson, line: boolean, label: string) =>
    markRaw(
      new Editor({
        content,
        extensions: [...(line ? lineExtensions() : letterExtensions()), BracketRule],
        editorProps: {
          attributes: {
            class: line ? 'subject-line' : 'letter',
            role: 'textbox',
            'aria-multiline': String(!line),
            'aria-label': label,
          },
          handleKeyDown: (_view, event) => {
            if (!line || event.key !== 'Enter') return false;
            body.commands.focus('start');
            return true;
          },
        },
        onFocus: ({ editor }) => (last = editor as Editor),
        onSelectionUpdate: ({ editor }) => follow(editor as Editor),
        onUpdate: ({ editor }) => {
          follow(editor as Editor);
          onChange();
        },
      }),
    );

  const body = make(start.body, false, 'Body');
  const subject = make(start.subject, true, 'Subject');

  /** A label that no other blank of the note has. */
  function freeLabel(wanted: string): string {
    const taken = new Set(blanks().map(({ attrs }) => blankKey(attrs.label)));
    for (let i = 1; ; i++)
      if (!taken.has(blankKey(i === 1 ? wanted : `${wanted} ${i}`))) return i === 1 ? wanted : `${wanted} ${i}`;
  }

  function blanks(): ChosenBlank[] {
    const found: ChosenBlank[] = [];
    for (const editor of [subject, body]) {
      editor.state.doc.descendants((node, pos) => {
        if (node.type.name === 'blank') found.push({ editor, pos, attrs: node.attrs as BlankAttrs });
      });
    }
    return found;
  }

  /** Puts a blank in where the caret last stood, and chooses it. A blank alike but for its label is asked anew. */
  function put(kind: string, options: Record<string, unknown>, label: string): void {
    const same = blanks().find(({ attrs }) => blankKey(attrs.label) === blankKey(label));
    const alike =
      same &&
      same.attrs.kind === kind &&
      JSON.stringify(same.attrs.options) === JSON.stringify(options) &&
      kind !== 'text';
    const editor = last ?? body;
    const attrs = { label: alike ? label : freeLabel(label), kind, options };
    const { from } = editor.state.selection;
    editor.chain().focus().insertContent({ type: 'blank', attrs }).run();
    if (kind === 'text') editor.commands.setNodeSelection(from);
  }

  /** Changes a blank wherever it stands: the same label is the same question. */
  function changeBlank(blank: ChosenBlank, part: Partial<BlankAttrs>): void {
    const key = blankKey(blank.attrs.label);
    const all = blanks().filter(({ attrs }) => blankKey(attrs.label) === key);
    for (const editor of [subject, body]) {
      const tr = editor.state.tr;
      for (const { pos, attrs } of all.filter((other) => other.editor === editor))
        tr.setNodeMarkup(pos, null, { ...attrs, ...part });
      if (!tr.docChanged) continue;
      if (editor === blank.editor) tr.setSelection(NodeSelection.create(tr.doc, blank.pos));
      editor.view.dispatch(tr);
    }
  }

  onBeforeUnmount(() => {
    subject.destroy();
    body.destroy();
  });

  return { subject, body, chosen, put, changeBlank };
}
