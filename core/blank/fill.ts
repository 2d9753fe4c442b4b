import { Fragment, type Mark, type Node } from '@tiptap/pm/model';
import { schema } from '../note/schema';
import { blankKey } from './key';
import type { FillContext, FillValue } from './kind';
import { kindOf } from './registry';

/** Answers by {@link blankKey}. */
export type Answers = Record<string, string>;

/** A blank, as the attributes of its node say. */
export interface BlankAttrs {
  label: string;
  kind: string;
  options: Record<string, unknown>;
  insertion: string | null;
  place: number | null;
}

export interface Filled {
  subject: Node;
  body: Node;
}

/** The value of one blank and how it is asked: the answer where there is one, else what is known, else null (open). */
export function valueOf(blank: Pick<BlankAttrs, 'label' | 'kind' | 'options'>, context: FillContext, answers: Answers) {
  const kind = kindOf(blank.kind);
  const options = { ...kind.defaults, ...blank.options };
  const answer = answers[blankKey(blank.label)];
  const value = answer === undefined ? kind.known(options, context) : kind.answered(answer, options, context);
  return { value, control: kind.control(options) };
}

/** What stands in the text where `blank` was: its value with the `filled` mark, or the open blank itself. */
export function placeContent(blank: BlankAttrs, value: FillValue | null, marks: readonly Mark[]): Fragment {
  if (!value) return Fragment.from(schema.nodes.blank.create({ ...blank }, null, marks));
  const { label, kind, options, insertion, place } = blank;
  const filled = schema.marks.filled.create({ label, kind, options, insertion, place, value: value.text });
  const all = filled.addToSet(marks.filter((mark) => mark.type.name !== 'filled'));
  const nodes: Node[] = [];
  value.text.split('\n').forEach((line, i) => {
    if (i > 0) nodes.push(schema.nodes.hardBreak.create(null, null, all));
    if (line) nodes.push(schema.text(line, all));
  });
  return Fragment.fromArray(nodes);
}

/**
 * Fills a note for one insertion. Pure: the same note, context and answers give the same result, in any order, and
 * filling what is already filled changes nothing. Never throws on what a user typed; what cannot be filled stays open.
 * @param insertion identifies the insertion in the draft
 */
export function fill(
  note: { subject: Node; body: Node },
  context: FillContext,
  answers: Answers,
  insertion: string,
): Filled {
  let place = 0;
  const walk = (node: Node): Node => {
    if (node.isLeaf) return node;
    const children: Node[] = [];
    node.forEach((child) => {
      if (child.type.name !== 'blank') {
        children.push(walk(child));
        return;
      }
      const blank = { ...(child.attrs as BlankAttrs), insertion, place: place++ };
      placeContent(blank, valueOf(blank, context, answers).value, child.marks).forEach(
        (part) => void children.push(part),
      );
    });
    return node.copy(Fragment.fromArray(children));
  };
  const subject = walk(note.subject);
  const body = walk(note.body);
  return { subject, body };
}
