import { Editor } from '@tiptap/vue-3';
import type { Node } from '@tiptap/pm/model';
import { NodeSelection, TextSelection } from '@tiptap/pm/state';
import type { DocJson } from '#core/note/schema';
import { blanksIn } from '#core/blank/blanks';
import { changeBlank as changeEverywhere } from '#core/blank/change';
import type { BlankDef } from '#core/blank/kinds/kind';
import { blankKey } from '#core/blank/kinds/key';
import { attrsOf, type PassageAttrs } from '#core/blank/passage';
import { BracketRule } from '../editor/bracketRule';
import { PasteFromElsewhere } from '../editor/paste';
import { letterExtensions, lineExtensions } from '../editor/extensions';

/** A blank chosen in one of the two editors of a note. */
export interface ChosenBlank {
  editor: Editor;
  pos: number;
  attrs: BlankDef;
}

/** The optional passage the caret stands in. */
export interface ChosenPassage {
  editor: Editor;
  isBlock: boolean;
  from: number;
  to: number;
  attrs: PassageAttrs;
}

/** The stretch of text around a position that carries the mark `stretch`, as far as it is the same one. */
function stretchAt(doc: Node, pos: number): Pick<ChosenPassage, 'from' | 'to' | 'attrs'> | null {
  const $pos = doc.resolve(pos);
  const markOf = (node: Node | null) => node?.marks.find(({ type }) => type.name === 'stretch');
  const mark = markOf($pos.nodeAfter) ?? markOf($pos.nodeBefore);
  if (!mark) return null;
  let from = -1;
  let to = -1;
  $pos.parent.forEach((child, offset) => {
    const start = $pos.start() + offset;
    const end = start + child.nodeSize;
    if (!mark.isInSet(child.marks)) return;
    if (to !== start) {
      if (from >= 0 && to >= pos) return;
      from = start;
    }
    to = end;
  });
  return { from, to, attrs: attrsOf(mark) };
}

/** The subject and body of a note being written, and the blank or passage that is chosen in them. */
export function useNoteEditors(
  start: { subject: DocJson; body: DocJson },
  onChange: () => void,
  paste: Partial<typeof PasteFromElsewhere.options> = {},
) {
  const chosen = shallowRef<ChosenBlank | null>(null);
  const passage = shallowRef<ChosenPassage | null>(null);
  /** Whether something is selected that could become a passage. */
  const selected = ref(false);
  let last: Editor | null = null;

  function follow(editor: Editor): void {
    const { selection, doc } = editor.state;
    const { node } = selection as NodeSelection;
    if (node?.type.name === 'blank') chosen.value = { editor, pos: selection.from, attrs: node.attrs as BlankDef };
    else if (chosen.value?.editor === editor) chosen.value = null;
    selected.value = !selection.empty && node?.type.name !== 'blank';
    passage.value = null;
    const { $from } = selection;
    for (let depth = $from.depth; depth > 0; depth--) {
      const around = $from.node(depth);
      if (around.type.name !== 'passage') continue;
      const from = $from.before(depth);
      passage.value = { editor, isBlock: true, from, to: from + around.nodeSize, attrs: attrsOf(around) };
      break;
    }
    const stretch = stretchAt(doc, $from.pos);
    if (stretch) passage.value = { editor, isBlock: false, ...stretch };
  }

  const make = (content: DocJson, line: boolean, label: string) =>
    markRaw(
      new Editor({
        content,
        extensions: line
          ? [...lineExtensions(), BracketRule]
          : [...letterExtensions(), BracketRule, PasteFromElsewhere.configure(paste)],
        editorProps: {
          attributes: {
            class: line ? 'subject-line' : 'letter',
            role: 'textbox',
            'aria-multiline': String(!line),
            'aria-label': label,
          },
          // A blank just put in is chosen; what is typed then goes on behind it, and does not take its place.
          handleTextInput: (view, _from, _to, text) => {
            const { node, to } = view.state.selection as NodeSelection;
            if (node?.type.name !== 'blank') return false;
            const tr = view.state.tr.insertText(text, to);
            view.dispatch(tr.setSelection(TextSelection.create(tr.doc, to + text.length)));
            return true;
          },
          handleKeyDown: (_view, event) => {
            if (!line || event.key !== 'Enter') return false;
            body.commands.focus('start');
            return true;
          },
        },
        onFocus: ({ editor }) => {
          last = editor as Editor;
          follow(last);
        },
        onSelectionUpdate: ({ editor }) => follow(editor as Editor),
        onUpdate: ({ editor }) => {
          follow(editor as Editor);
          onChange();
        },
      }),
    );

  const body = make(start.body, false, t('library.body'));
  const subject = make(start.subject, true, t('common.subject'));

  /** A label that no other blank of the note has. */
  function freeLabel(wanted: string): string {
    const taken = new Set(
      [...blanksIn(subject.state.doc), ...blanksIn(body.state.doc)].map(({ label }) => blankKey(label)),
    );
    for (let i = 1; ; i++)
      if (!taken.has(blankKey(i === 1 ? wanted : `${wanted} ${i}`))) return i === 1 ? wanted : `${wanted} ${i}`;
  }

  function blanks(): ChosenBlank[] {
    const found: ChosenBlank[] = [];
    for (const editor of [subject, body]) {
      editor.state.doc.descendants((node, pos) => {
        if (node.type.name === 'blank') found.push({ editor, pos, attrs: node.attrs as BlankDef });
      });
    }
    return found;
  }

  /** Puts a blank in where the caret last stood, and chooses it when there is something to say of it. */
  function put(kind: string, options: Record<string, unknown>, label: string, choose: boolean): void {
    const same = blanks().find(({ attrs }) => blankKey(attrs.label) === blankKey(label));
    const alike = same && same.attrs.kind === kind && JSON.stringify(same.attrs.options) === JSON.stringify(options);
    const editor = last ?? body;
    const attrs = { label: alike && !choose ? label : freeLabel(label), kind, options };
    const { from } = editor.state.selection;
    editor.chain().focus().insertContent({ type: 'blank', attrs }).run();
    if (choose) editor.commands.setNodeSelection(from);
  }

  /** Makes blanks of stretches of text, as one step of undo. Their formatting stays. */
  function take(part: 'subject' | 'body', candidates: { from: number; to: number; blank: BlankDef }[]): void {
    const editor = part === 'subject' ? subject : body;
    const tr = editor.state.tr;
    for (const { from, to, blank } of [...candidates].sort((a, b) => b.from - a.from)) {
      const marks = tr.doc.resolve(from + 1).marks();
      tr.replaceWith(from, to, editor.schema.nodes.blank!.create(blank, null, marks));
    }
    editor.view.dispatch(tr);
  }

  /** Changes a blank wherever it stands. Blanks and passages that refer to it follow a new label. */
  function changeBlank(blank: ChosenBlank, part: Partial<BlankDef>): void {
    const { label } = blank.attrs;
    for (const editor of [subject, body]) {
      const { tr } = editor.state;
      changeEverywhere(tr, label, part);
      if (!tr.docChanged) continue;
      if (editor === blank.editor) tr.setSelection(NodeSelection.create(tr.doc, blank.pos));
      editor.view.dispatch(tr);
    }
  }

  /** Makes a blank plain text wherever it stands; what refers to it is said by the check of the note. */
  function fixBlank(key: string, text: string): void {
    for (const editor of [subject, body]) {
      const { tr } = editor.state;
      const places: { pos: number; node: Node }[] = [];
      editor.state.doc.descendants((node, pos) => {
        if (node.type.name === 'blank' && blankKey(node.attrs.label) === key) places.push({ pos, node });
      });
      for (const { pos, node } of places.reverse()) tr.replaceWith(pos, pos + 1, editor.schema.text(text, node.marks));
      if (tr.docChanged) editor.view.dispatch(tr);
    }
  }

  /** Shows another wording; undo brings the former one back. */
  function show(wording: { subject: DocJson; body: DocJson }): void {
    subject.commands.setContent(wording.subject, { emitUpdate: true });
    body.commands.setContent(wording.body, { emitUpdate: true });
  }

  /** Makes what is selected an optional passage: a part of one paragraph, or all the paragraphs it touches. */
  function makePassage(): void {
    const editor = last ?? body;
    const { $from, $to, from, to, empty } = editor.state.selection;
    const attrs = { label: freeName(), on: true, when: null, insertion: null, place: null };
    const whole = empty || (!$from.sameParent($to) ? true : from === $from.start() && to === $from.end());
    if (!whole || editor === subject) {
      if (empty) return;
      editor.chain().focus().setMark('stretch', attrs).setTextSelection(from).run();
    } else editor.chain().focus().wrapIn('passage', attrs).run();
    follow(editor);
  }

  function freeName(): string {
    let count = 0;
    body.state.doc.descendants((node) => {
      if (node.type.name === 'passage') count++;
    });
    return t('library.passageNumber', { number: count + 1 });
  }

  function changePassage({ editor, isBlock, from, to, attrs }: ChosenPassage, part: Partial<PassageAttrs>): void {
    const tr = editor.state.tr;
    const next = { ...attrs, ...part };
    if (isBlock) tr.setNodeMarkup(from, null, next);
    else {
      const type = editor.schema.marks.stretch!;
      tr.removeMark(from, to, type).addMark(from, to, type.create(next));
    }
    editor.view.dispatch(tr);
  }

  /** Makes a passage part of the note for good. */
  function fixPassage({ editor, isBlock, from, to }: ChosenPassage): void {
    const tr = editor.state.tr;
    if (isBlock) {
      const node = editor.state.doc.nodeAt(from)!;
      tr.replaceWith(from, to, node.content).setSelection(TextSelection.near(tr.doc.resolve(from)));
    } else tr.removeMark(from, to, editor.schema.marks.stretch!);
    editor.view.dispatch(tr);
    editor.commands.focus();
  }

  onBeforeUnmount(() => {
    subject.destroy();
    body.destroy();
  });

  return {
    subject,
    body,
    chosen,
    passage,
    selected,
    put,
    take,
    changeBlank,
    makePassage,
    changePassage,
    fixPassage,
    fixBlank,
    show,
  };
}
