import { Extension } from '@tiptap/core';
import type { Node } from '@tiptap/pm/model';
import { Plugin, PluginKey, type Transaction } from '@tiptap/pm/state';
import { ReplaceStep } from '@tiptap/pm/transform';
import { Decoration, DecorationSet, type EditorView } from '@tiptap/pm/view';
import { blankKey } from '#core/blank/kinds/key';
import { passagesIn } from '#core/blank/passage';
import { placesIn } from '#core/blank/places';
import type { DraftQuestion } from '#core/blank/questions';

/** What is asked for now: the places of a blank, or a passage, of one insertion. */
export type CurrentPlace = { insertion: string; key: string } | { insertion: string; place: string };

/** What a question of the fill list means in the letter. */
export const placeOf = (question: DraftQuestion): CurrentPlace =>
  question.type === 'passage'
    ? { insertion: question.insertion, place: question.place }
    : { insertion: question.insertion, key: question.key };

interface Shown {
  current: CurrentPlace | null;
  shown: DecorationSet;
}

const KEY = new PluginKey<Shown>('currentPlace');

function rangesOf(doc: Node, current: CurrentPlace): { from: number; to: number; isNode: boolean }[] {
  if ('key' in current)
    return placesIn(doc)
      .filter(({ insertion, label }) => insertion === current.insertion && blankKey(label) === current.key)
      .map(({ from, to, form }) => ({ from, to, isNode: form === 'rows' || doc.nodeAt(from)?.type.name === 'blank' }));
  return passagesIn(doc)
    .filter(({ attrs }) => attrs.insertion === current.insertion && attrs.place === current.place)
    .map(({ from, to, isBlock, stands }) => ({ from, to, isNode: isBlock || !stands }));
}

function shownOf(doc: Node, current: CurrentPlace | null): DecorationSet {
  if (!current) return DecorationSet.empty;
  const attrs = { class: 'current' };
  return DecorationSet.create(
    doc,
    rangesOf(doc, current).map(({ from, to, isNode }) =>
      isNode ? Decoration.node(from, to, attrs) : Decoration.inline(from, to, attrs),
    ),
  );
}

/** Whether a change only puts in a sign. */
const isTyping = (tr: Transaction): boolean =>
  tr.docChanged &&
  tr.steps.every((step) => step instanceof ReplaceStep && step.from === step.to && step.slice.size === 1);

/** Shows in the letter what the fill list asks for now. */
export const CurrentPlaces = Extension.create({
  name: 'currentPlaces',
  addProseMirrorPlugins: () => [
    new Plugin<Shown>({
      key: KEY,
      state: {
        init: () => ({ current: null, shown: DecorationSet.empty }),
        apply(tr, before) {
          const said = tr.getMeta(KEY) as CurrentPlace | null | undefined;
          const current = said === undefined ? before.current : said;
          if (current === before.current && !tr.docChanged) return before;
          // What is typed moves places and makes none; this is asked at every key.
          const shown = isTyping(tr) ? before.shown.map(tr.mapping, tr.doc) : shownOf(tr.doc, current);
          return { current, shown };
        },
      },
      props: { decorations: (state) => KEY.getState(state)?.shown },
    }),
  ],
});

/** Shows another place as the one asked for, and brings it into sight; none with null. */
export function showCurrentPlace(view: EditorView, current: CurrentPlace | null): void {
  view.dispatch(view.state.tr.setMeta(KEY, current).setMeta('addToHistory', false));
  view.dom.querySelector('.current')?.scrollIntoView({ block: 'nearest' });
}
