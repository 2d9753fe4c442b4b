import { Slice, type Mark, type Node } from '@tiptap/pm/model';
import { blankKey } from './key';
import { placeContent, type BlankAttrs } from './fill';
import type { FillValue } from './kind';

/** One place in a draft that came from a blank. */
export interface Place {
  from: number;
  to: number;
  blank: BlankAttrs & { insertion: string; place: number };
  state: 'open' | 'filled' | 'edited';
  /** The text that stands there; empty while open. */
  text: string;
  /** The formatting around it, without the mark of the place itself. */
  marks: readonly Mark[];
}

/** The places of blanks in a draft, in reading order. A blank that came from no insertion counts as open too. */
export function placesIn(doc: Node): Place[] {
  const places: Place[] = [];
  doc.descendants((node, pos) => {
    if (node.type.name === 'blank') {
      const blank = {
        ...node.attrs,
        insertion: node.attrs.insertion ?? '',
        place: node.attrs.place ?? -1,
      } as Place['blank'];
      places.push({ from: pos, to: pos + node.nodeSize, blank, state: 'open', text: '', marks: node.marks });
      return;
    }
    const mark = node.marks.find((m) => m.type.name === 'filled');
    if (!mark || !node.isInline) return;
    const text = node.type.name === 'hardBreak' ? '\n' : (node.text ?? '');
    const last = places[places.length - 1];
    if (last && last.state !== 'open' && last.to === pos && sameBlank(last.blank, mark)) {
      last.to = pos + node.nodeSize;
      last.text += text;
    } else {
      const { value: _value, ...blank } = mark.attrs;
      const marks = node.marks.filter((m) => m !== mark);
      places.push({ from: pos, to: pos + node.nodeSize, blank: blank as Place['blank'], state: 'filled', text, marks });
    }
    const current = places[places.length - 1]!;
    current.state = current.text === mark.attrs.value ? 'filled' : 'edited';
  });
  return places;
}

function sameBlank(blank: Place['blank'], mark: Mark): boolean {
  return blank.insertion === mark.attrs.insertion && blank.place === mark.attrs.place;
}

/** The open places of a draft: what still has to be filled before it may leave. */
export function openPlaces(doc: Node): Place[] {
  return placesIn(doc).filter((place) => place.state === 'open');
}

/**
 * What has to change in a draft so that every place of one blank of one insertion shows `value` (null opens them
 * again). Places edited by hand are left alone. Changes are in document order; apply them from the last to the first.
 */
export function answerEdits(doc: Node, insertion: string, key: string, value: FillValue | null) {
  return placesIn(doc)
    .filter((place) => place.blank.insertion === insertion && blankKey(place.blank.label) === key)
    .filter((place) => place.state !== 'edited' && (value ? place.text !== value.text : place.state !== 'open'))
    .map((place) => ({ from: place.from, to: place.to, content: placeContent(place.blank, value, place.marks) }));
}

/** A document with {@link answerEdits} applied; the editor applies the same changes as a transaction of its own. */
export function withAnswer(doc: Node, insertion: string, key: string, value: FillValue | null): Node {
  let result = doc;
  for (const edit of answerEdits(doc, insertion, key, value).reverse()) {
    result = result.replace(edit.from, edit.to, new Slice(edit.content, 0, 0));
  }
  return result;
}
