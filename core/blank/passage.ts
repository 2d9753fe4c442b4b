import { Fragment, type Mark, type Node } from '@tiptap/pm/model';
import { leftOutContent, schema } from '../note/schema';
import { holds, type Condition } from './condition';
import type { Evaluation } from './evaluate';

/** An optional passage as its node or mark says. */
export interface PassageAttrs {
  label: string;
  /** Whether it stands there unless something else is said. */
  on: boolean;
  when: Condition | null;
  insertion: string | null;
  place: string | null;
}

/** Passages switched by hand, by place. */
export type Switched = Record<string, boolean>;

/** Whether a passage is to stand in the letter: as it was switched by hand, else as its condition says, else its default. */
export function isOn({ on, when, place }: PassageAttrs, evaluation: Evaluation, switched: Switched): boolean {
  const byHand = place === null ? undefined : switched[place];
  if (byHand !== undefined) return byHand;
  return (when ? holds(when, evaluation) : null) ?? on;
}

/** What a passage's node or mark says of it, without what else the editor keeps there. */
export function attrsOf({ attrs }: { attrs: Record<string, unknown> }): PassageAttrs {
  const { label, on, when, insertion, place } = attrs as unknown as PassageAttrs;
  return { label, on, when, insertion, place };
}

/** A passage left out: what stood in it is kept inside. */
export function leaveOut(attrs: PassageAttrs, content: Fragment, isBlock: boolean, marks: readonly Mark[] = []): Node {
  const type = isBlock ? schema.nodes.passageOut : schema.nodes.stretchOut;
  return type.create({ ...attrs, content: content.toJSON() ?? [] }, null, marks);
}

/** A passage put back as it was. */
export function putBack(out: Node): Fragment {
  const attrs = attrsOf(out);
  const inside = leftOutContent(out);
  if (out.type.name === 'passageOut') return Fragment.from(schema.nodes.passage.create(attrs, inside.content));
  const mark = schema.marks.stretch.create(attrs);
  const nodes: Node[] = [];
  inside.firstChild!.forEach((child) => nodes.push(child.mark(mark.addToSet(child.marks))));
  return Fragment.fromArray(nodes);
}

/** One passage of a document and where it stands. */
export interface StandingPassage {
  from: number;
  to: number;
  attrs: PassageAttrs;
  /** Whether it stands there; otherwise it is left out. */
  stands: boolean;
  isBlock: boolean;
  /** Absent for a stretch that stands there: it is a mark. */
  node: Node | null;
}

/** The passages of a document in reading order; passages inside one that is left out are not there. */
export function passagesIn(doc: Node): StandingPassage[] {
  const found: StandingPassage[] = [];
  doc.descendants((node, pos) => {
    const name = node.type.name;
    const to = pos + node.nodeSize;
    if (name === 'passage') found.push({ from: pos, to, attrs: attrsOf(node), stands: true, isBlock: true, node });
    if (name === 'passageOut' || name === 'stretchOut')
      found.push({
        from: pos,
        to,
        attrs: attrsOf(node),
        stands: false,
        isBlock: name === 'passageOut',
        node,
      });
    if (name === 'rows') return false;
    const mark = node.isInline ? node.marks.find(({ type }) => type.name === 'stretch') : undefined;
    if (!mark) return;
    const last = found.at(-1);
    if (
      last?.stands &&
      !last.isBlock &&
      last.to === pos &&
      last.attrs.place === mark.attrs.place &&
      last.attrs.label === mark.attrs.label
    )
      last.to = to;
    else found.push({ from: pos, to, attrs: attrsOf(mark), stands: true, isBlock: false, node: null });
  });
  return found;
}
