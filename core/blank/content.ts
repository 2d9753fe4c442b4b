import { Fragment, type Mark, type Node } from '@tiptap/pm/model';
import { schema, type DocJson } from '../note/schema';
import type { Evaluation } from './evaluate';
import { isValue, type BlankDef } from './kinds/kind';
import { kindOf, optionsOf } from './kinds/registry';

/** Stands for a blank inside a wording, where wordings are compared. */
export const INSIDE = '\uFFFC';

const AROUND = ['bold', 'italic', 'underline'];

/** A blank of an insertion and where in it: `3`, or `3.0` for the first blank inside the wording of the fourth. */
export interface PlaceId {
  insertion: string;
  place: string;
}

/** The wording of a value as it is compared: its text, blanks inside it as one sign each. */
export function skeleton(content: DocJson[]): string {
  return content
    .map((node) => (node.type === 'blank' ? INSIDE : node.type === 'hardBreak' ? '\n' : (node.text ?? '')))
    .join('');
}

/** Whether a blank becomes blocks of its own, a table or a list, with its options as they are. */
export const isBlockBlank = (blank: BlankDef): boolean => kindOf(blank.kind).isBlock?.(optionsOf(blank)) ?? false;

function openBlank(
  { label, kind, options }: BlankDef,
  { insertion, place }: PlaceId,
  empty: boolean,
  marks: readonly Mark[],
): Node {
  return schema.nodes.blank.create({ label, kind, options, insertion, place, empty }, null, marks);
}

/**
 * The inline content of a place: its value under the mark `filled`, or the blank itself, open or filled with nothing.
 * Wordings bring their own formatting and blanks; those are filled too.
 */
export function inlineContent(blank: BlankDef, id: PlaceId, evaluation: Evaluation, marks: readonly Mark[]): Node[] {
  const outcome = evaluation.outcome(blank.label, blank);
  if (!isValue(outcome)) return [openBlank(blank, id, false, marks)];
  const { content, text } = outcome;
  if (content ? !content.length : !text) return [openBlank(blank, id, true, marks)];
  const around = marks.length ? AROUND.filter((name) => marks.some(({ type }) => type.name === name)).join(' ') : '';
  const { insertion, place } = id;
  const value = content ? skeleton(content) : text;
  const mark = schema.marks.filled.create({ insertion, place, label: blank.label, value, around });
  const all = marks.length ? mark.addToSet(marks) : [mark];
  if (!content) {
    if (!text.includes('\n')) return [schema.text(text, all)];
    return text
      .split('\n')
      .flatMap((line, i) => [
        ...(i ? [schema.nodes.hardBreak.create(null, null, all)] : []),
        ...(line ? [schema.text(line, all)] : []),
      ]);
  }
  let inside = 0;
  return content.flatMap((json): Node[] => {
    const node = schema.nodeFromJSON(json);
    const its = node.marks.reduce((set, mark) => mark.addToSet(set), all);
    if (json.type !== 'blank') return [node.mark(its)];
    return inlineContent(
      node.attrs as BlankDef,
      { insertion: id.insertion, place: `${id.place}.${inside++}` },
      evaluation,
      its,
    );
  });
}

const digests = new WeakMap<object, string>();

/** What of a node counts for whether it was edited: its kinds, its words and their formatting, not how an editor stores them. */
function canonical(node: Node): string {
  if (node.isText)
    return `${node.marks.map(({ type, attrs }) => (type.name === 'link' ? attrs.href : type.name)).join()}"${node.text}"`;
  let inside = node.type.name === 'blank' ? String(node.attrs.label) : '';
  node.forEach((child) => (inside += canonical(child)));
  return `${node.type.name}(${inside})`;
}

/** A short sign of a table or list, to see whether it was edited since (FNV-1a, 32 bits, twice with different seeds). */
export function digest(content: Fragment): string {
  let known = digests.get(content);
  if (known === undefined) {
    let text = '';
    content.forEach((node) => (text += canonical(node)));
    let a = 0x811c9dc5;
    let b = 0x9dc5811c;
    for (let i = 0; i < text.length; i++) {
      const code = text.charCodeAt(i);
      a = Math.imul(a ^ code, 0x01000193);
      b = Math.imul(b ^ code, 0x01000193) + 1;
    }
    digests.set(content, (known = (a >>> 0).toString(16) + (b >>> 0).toString(16)));
  }
  return known;
}

const made = new WeakMap<DocJson[], Map<string, Node>>();

/** The block of a place that is filled with a table or a list. While it waits, the blank stands in it by itself. */
export function blockContent(blank: BlankDef, id: PlaceId, evaluation: Evaluation): Node {
  const outcome = evaluation.outcome(blank.label, blank);
  const attrs = { ...id, label: blank.label };
  if (!isValue(outcome) || !outcome.blocks) {
    const inline = isValue(outcome) ? inlineContent(blank, id, evaluation, []) : [openBlank(blank, id, false, [])];
    return schema.nodes.rows.create({ ...attrs, value: '' }, schema.nodes.paragraph.create(null, inline));
  }
  // The same value gives the same node, so that a large table is made once and not at every key press.
  const key = `${id.insertion}|${id.place}`;
  const nodes = made.get(outcome.blocks) ?? new Map<string, Node>();
  made.set(outcome.blocks, nodes);
  let node = nodes.get(key);
  if (!node) {
    const content = Fragment.fromArray(outcome.blocks.map((block) => filledBlock(block, id, evaluation)));
    node = schema.nodes.rows.create({ ...attrs, value: digest(content) }, content);
    nodes.set(key, node);
  }
  return node;
}

/** A block of a value; blanks inside its wordings are filled. */
function filledBlock(json: DocJson, id: PlaceId, evaluation: Evaluation): Node {
  let inside = 0;
  const fillIn = (node: Node): Node => {
    if (node.isLeaf) return node;
    const children: Node[] = [];
    node.forEach((child) => {
      if (child.type.name === 'blank')
        children.push(
          ...inlineContent(
            child.attrs as BlankDef,
            { insertion: id.insertion, place: `${id.place}.${inside++}` },
            evaluation,
            child.marks,
          ),
        );
      else children.push(fillIn(child));
    });
    return node.copy(Fragment.fromArray(children));
  };
  return fillIn(schema.nodeFromJSON(json));
}
