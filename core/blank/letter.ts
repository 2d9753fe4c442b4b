import { Fragment, Slice, type Node } from '@tiptap/pm/model';
import { fit } from '../note/fit';
import { leftOutContent } from '../note/schema';
import { blockContent, inlineContent, skeleton } from './content';
import { Evaluation } from './evaluate';
import type { Fill, Fills } from './fill';
import { blankKey } from './kinds/key';
import { isValue, type FillContext } from './kinds/kind';
import { isOn, leaveOut, passagesIn, putBack } from './passage';
import { placesIn, type Place } from './places';

/** A change of a draft: what comes in place of a range. */
export interface Edit {
  from: number;
  to: number;
  content: Fragment;
}

/** The blanks of one insertion worked out. */
export const evaluate = ({ blanks, answers }: Fill, context: FillContext): Evaluation =>
  new Evaluation(blanks, context, answers);

function passageEdits(doc: Node, fills: Fills, evaluations: Map<string, Evaluation>): Edit[] {
  const edits: Edit[] = [];
  let after = 0;
  for (const { from, to, attrs, stands, isBlock, node } of passagesIn(doc)) {
    const fill = fills[attrs.insertion ?? ''];
    const evaluation = evaluations.get(attrs.insertion ?? '');
    if (!fill || !evaluation || from < after) continue;
    const on = isOn(attrs, evaluation, fill.passages);
    if (on === stands) continue;
    after = to;
    if (on) edits.push({ from, to, content: putBack(node!) });
    else if (isBlock) edits.push({ from, to, content: Fragment.from(leaveOut(attrs, node!.content, true)) });
    else {
      const inside: Node[] = [];
      doc.slice(from, to).content.forEach((line) => {
        const take = (child: Node) =>
          inside.push(child.mark(child.marks.filter(({ type }) => type.name !== 'stretch')));
        if (line.isInline) take(line);
        else line.forEach(take);
      });
      edits.push({ from, to, content: Fragment.from(leaveOut(attrs, Fragment.fromArray(inside), false)) });
    }
  }
  return edits;
}

/** The blank of a place as it is to be filled now; null when it stays as it stands. */
function placeEdit(place: Place, evaluation: Evaluation, answered?: string): Edit | null {
  const known = evaluation.blank(place.label) ?? place.blank;
  // Written as it stands here: the same question may be spelt with a capital elsewhere.
  const blank = known && { ...known, label: place.label };
  if (!blank || place.state === 'edited') return null;
  const { from, to, insertion } = place;
  const id = { insertion, place: place.place };
  const outcome = evaluation.outcome(blank.label, blank);
  const isGone = outcome?.gone && !(isValue(outcome) && blankKey(place.label) === answered);
  if (isGone && place.state !== 'open') return null;
  if (place.form === 'rows') {
    const node = blockContent(blank, id, evaluation);
    const now = isValue(outcome) && outcome.blocks ? String(node.attrs.value) : '';
    const same =
      now === (place.value ?? '') &&
      (now !== '' || (isValue(outcome) ? place.state === 'filled' : place.state === 'open'));
    return same ? null : { from, to, content: Fragment.from(node) };
  }
  const wanted = isValue(outcome) ? (outcome.content ? skeleton(outcome.content) : outcome.text) : null;
  if (wanted === place.value) return null;
  return { from, to, content: Fragment.fromArray(inlineContent(blank, id, evaluation, place.marks)) };
}

function placeEdits(doc: Node, evaluations: Map<string, Evaluation>, answered?: string): Edit[] {
  const places = placesIn(doc);
  const edits: Edit[] = [];
  let after = 0;
  for (const place of places) {
    const evaluation = evaluations.get(place.insertion);
    if (!evaluation || place.form === 'inside' || place.from < after) continue;
    const edit = placeEdit(place, evaluation, answered);
    if (!edit) continue;
    // A wording in which something was changed by hand is left as it is.
    const inside = places.filter((other) => other !== place && other.from >= place.from && other.to <= place.to);
    if (place.form === 'inline' && inside.some(({ state }) => state === 'edited')) continue;
    edits.push(edit);
    after = place.to;
  }
  return edits;
}

/** What was left out is kept in step as well, so that it is right when it is put back. */
function leftOutEdits(doc: Node, fills: Fills, context: FillContext, only?: string[], answered?: string): Edit[] {
  return passagesIn(doc).flatMap(({ from, to, attrs, stands, isBlock, node }) => {
    if (stands || !fills[attrs.insertion ?? '']) return [];
    const inside = leftOutContent(node!);
    const next = letterEdits(inside, fills, context, only, answered).reduce(withEdits, inside);
    if (next === inside) return [];
    const content = isBlock ? next.content : next.firstChild!.content;
    return [{ from, to, content: Fragment.from(leaveOut(attrs, content, isBlock, node!.marks)) }];
  });
}

/** A document with edits made, from the last to the first. */
function withEdits(doc: Node, edits: Edit[]): Node {
  let result = doc;
  for (const { from, to, content } of [...edits].reverse()) result = result.replace(from, to, new Slice(content, 0, 0));
  return result;
}

/**
 * What has to change in a draft so that it says what its fills and the context say: each place its value, each passage
 * there or left out. Text edited by hand since stays. The edits come in rounds: each round is for the document that the
 * one before left, its edits in document order.
 * @param only the insertions to look at; all of them when absent
 * @param answered the key of the blank that was just answered
 */
export function letterEdits(
  doc: Node,
  fills: Fills,
  context: FillContext,
  only?: string[],
  answered?: string,
): Edit[][] {
  const evaluations = new Map<string, Evaluation>();
  for (const [insertion, fill] of Object.entries(fills))
    if (!only || only.includes(insertion)) evaluations.set(insertion, evaluate(fill, context));
  const rounds: Edit[][] = [];
  let current = doc;
  const take = (found: Edit[]) => {
    if (!found.length) return false;
    const edits = found.map((edit) => ({ ...edit, content: fit(edit.content, doc.type.schema) }));
    rounds.push(edits);
    current = withEdits(current, edits);
    return true;
  };
  // A passage put back may hold another that a condition turns.
  for (let i = 0; i < 6 && take(passageEdits(current, fills, evaluations)); i++);
  for (let i = 0; i < 3 && take(placeEdits(current, evaluations, answered)); i++);
  take(leftOutEdits(current, fills, context, only, answered));
  return rounds;
}

/** A document with {@link letterEdits} made; the editor makes the same changes as a transaction of its own. */
export function updated(doc: Node, fills: Fills, context: FillContext): Node {
  return letterEdits(doc, fills, context).reduce(withEdits, doc);
}
