import { Extension } from '@tiptap/core';
import { closeHistory, isHistoryTransaction } from '@tiptap/pm/history';
import { Plugin, PluginKey, type EditorState, type Transaction } from '@tiptap/pm/state';
import type { EditorView } from '@tiptap/pm/view';
import type { EndedCue } from '#core/cue/table';
import { LOOKED_AT } from '#core/cue/token';
import type { TypedSlip } from '#core/slip/table';

/** A stretch of the text. */
export interface Range {
  from: number;
  to: number;
}

interface Options {
  /** The cue that goes off when a sign, `Tab` or `Enter` is typed behind a text; null where none does. */
  cue(before: string, sign: string): EndedCue | null;
  /** The slip that is over when it is typed. */
  slip(before: string, sign: string): TypedSlip | null;
  /** Puts the note in place of the cue and what ended it. */
  onCue(cue: EndedCue, range: Range): void;
  /** Told of every word that is over, and where it begins. */
  onWord(word: string, from: number): void;
}

/** Text that was changed by itself, and text that is left as it was typed since that was undone. */
interface Done {
  changed: { from: number; text: string }[];
  left: { from: number; text: string }[];
}

const KEY = new PluginKey<Done>('byItself');
/** So many of them are remembered. */
const REMEMBERED = 50;

const standsAt = ({ doc }: EditorState | Transaction, { from, text }: { from: number; text: string }) => {
  const to = from + text.length;
  return to <= doc.content.size && doc.textBetween(from, to, '\n', '\ufffc') === text;
};

/** What stands in a line before a place, where text may change by itself: not in a selection or a table that a blank became. */
function lineBefore({ doc, selection }: EditorState, at: number): string | null {
  const $at = doc.resolve(at);
  if (!selection.empty || !$at.parent.isTextblock) return null;
  for (let depth = $at.depth; depth > 0; depth--) if ($at.node(depth).type.name === 'rows') return null;
  const end = $at.parentOffset;
  const text = $at.parent.textBetween(Math.max(0, end - 4 * LOOKED_AT), end, undefined, (leaf) =>
    leaf.type.name === 'hardBreak' ? '\n' : '\ufffc',
  );
  return text.slice(text.lastIndexOf('\n') + 1);
}

/** Whether a stretch is own text: no link, and nothing that a blank became. */
function isOwnText({ doc }: EditorState, { from, to }: Range): boolean {
  let own = true;
  doc.nodesBetween(from, to, ({ marks }) => {
    own &&= !marks.some(({ type }) => type.name === 'link' || type.name === 'filled');
  });
  return own;
}

/**
 * Text that changes by itself while one types: a cue turns into its note, a slip is put right. One undo gives back what was
 * typed, and it then stays. Nothing changes while an input method is composing.
 */
export const ByItself = Extension.create<Options>({
  name: 'byItself',
  // Before lists and tables take Tab and Enter.
  priority: 1000,
  addOptions: () => ({ cue: () => null, slip: () => null, onCue: () => {}, onWord: () => {} }),
  addProseMirrorPlugins() {
    const { cue, slip, onCue, onWord } = this.options;

    const isLeft = (state: EditorState, typed: { from: number; text: string }) =>
      KEY.getState(state)!.left.some(({ from, text }) => from === typed.from && text === typed.text);

    /**
     * Changes what was typed before the caret.
     * @param end where the sign goes, or stands
     * @param write puts it in, where it does not stand yet
     * @param length of the sign in the text; none for a key
     * @returns true when what was typed or pressed is used up
     */
    function change(view: EditorView, sign: string, end: number, write: () => void, length: number): boolean {
      const before = lineBefore(view.state, end);
      if (before === null) return false;
      const gone = cue(before, sign);
      if (gone) {
        const to = end + length;
        const from = to - gone.behind.length - gone.typed.length;
        if (isOwnText(view.state, { from, to: end }) && !isLeft(view.state, { from, text: gone.typed })) {
          write();
          view.dispatch(view.state.tr.setMeta(KEY, { from, text: gone.typed }));
          onCue(gone, { from, to });
          return true;
        }
      }
      const wrong = slip(before, sign);
      if (wrong) {
        const from = end - wrong.typed.length;
        if (isOwnText(view.state, { from, to: end }) && !isLeft(view.state, { from, text: wrong.typed })) {
          write();
          const marks = view.state.doc.resolve(from + 1).marks();
          const tr = closeHistory(view.state.tr).setMeta(KEY, { from, text: wrong.typed });
          view.dispatch(tr.replaceWith(from, end, view.state.schema.text(wrong.meant, marks)));
          view.dispatch(closeHistory(view.state.tr));
          return length > 0;
        }
      }
      const word = /[\p{L}\p{M}'’-]+$/u.exec(before)?.[0];
      if (word && !/^[\p{L}\p{M}'’-]$/u.test(sign)) onWord(word, end - word.length);
      return false;
    }

    return [
      new Plugin<Done>({
        key: KEY,
        state: {
          init: () => ({ changed: [], left: [] }),
          apply(tr, done) {
            const more = tr.getMeta(KEY) as { from: number; text: string } | undefined;
            if (!tr.docChanged && !more) return done;
            const moved = (list: Done['left']) =>
              tr.docChanged ? list.map(({ from, text }) => ({ from: tr.mapping.map(from, -1), text })) : list;
            const changed = moved(done.changed);
            const left = moved(done.left).filter((one) => standsAt(tr, one));
            if (isHistoryTransaction(tr)) {
              const back = changed.filter((one) => standsAt(tr, one));
              return { changed: changed.filter((one) => !back.includes(one)), left: [...left, ...back] };
            }
            return { changed: more ? [...changed, more].slice(-REMEMBERED) : changed, left };
          },
        },
        props: {
          handleTextInput(view, from, to, text) {
            if (view.composing || from !== to || [...text].length !== 1) return false;
            const write = () => view.dispatch(view.state.tr.insertText(text, from, to).scrollIntoView());
            return change(view, text, from, write, text.length);
          },
          handleKeyDown(view, event) {
            const isEnd = event.key === 'Tab' || event.key === 'Enter';
            const isPlain = !event.shiftKey && !event.ctrlKey && !event.altKey && !event.metaKey;
            if (!isEnd || !isPlain || view.composing || event.isComposing) return false;
            return change(view, event.key, view.state.selection.from, () => {}, 0);
          },
          handleDOMEvents: {
            // What an input method puts in never comes as typed text; its last sign may end a cue.
            compositionend(view, { data }) {
              const sign = [...data].at(-1);
              if (!sign) return false;
              setTimeout(() => {
                const { from, empty } = view.state.selection;
                if (view.isDestroyed || view.composing || !empty) return;
                if (lineBefore(view.state, from)?.endsWith(sign))
                  change(view, sign, from - sign.length, () => {}, sign.length);
              });
              return false;
            },
          },
        },
      }),
    ];
  },
});
