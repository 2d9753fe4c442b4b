import { Fragment, type Node } from '@tiptap/pm/model';
import { eachRunOrBlock } from '../note/plainRun';
import { schema } from '../note/schema';
import { definitions } from './blanks';
import { blockContent, inlineContent, isBlockBlank } from './content';
import { Evaluation } from './evaluate';
import type { Answers, BlankDef, FillContext } from './kinds/kind';
import { attrsOf, isOn, leaveOut, type PassageAttrs, type Switched } from './passage';

/** What a draft keeps of one insertion: the note's blanks, what was answered, and the passages switched by hand. */
export interface Fill {
  /** The note that was put in; absent for blanks that came from elsewhere. */
  note?: string;
  /** The version of the note that was put in, so that what changed in it since is told from what was edited here. */
  noteVersion?: number;
  blanks: BlankDef[];
  answers: Answers;
  passages: Switched;
}

/** The insertions of a draft by their names. */
export type Fills = Record<string, Fill>;

/** A note filled for one insertion: its two documents, and what the draft keeps of it. */
export interface Filled {
  subject: Node;
  body: Node;
  fill: Fill;
}

/** Whether a line has nothing to fill: no blank, and nothing that can be left out. */
function isPlain(line: Node): boolean {
  return line.content.content.every(
    ({ type, marks }) => type.name !== 'blank' && !marks.some((mark) => mark.type.name === 'stretch'),
  );
}

class Filler {
  #places = 0;

  constructor(
    readonly evaluation: Evaluation,
    readonly insertion: string,
    readonly switched: Switched,
  ) {}

  #next(): string {
    return String(this.#places++);
  }

  /** The blocks of a node, filled; the node itself where there was nothing to fill. */
  blocks(parent: Node): Node {
    const out: Node[] = [];
    let changed = false;
    const block = (child: Node) => {
      if (child.isLeaf || (child.isTextblock && isPlain(child))) {
        out.push(child);
        return;
      }
      if (child.type.name === 'passage') out.push(this.#passage(child));
      else if (child.isTextblock) out.push(...this.#line(child));
      else {
        const filled = this.blocks(child);
        out.push(filled);
        if (filled === child) return;
      }
      changed = true;
    };
    eachRunOrBlock(parent, (run) => out.push(...run.lines), block);
    return changed ? parent.copy(Fragment.fromArray(out)) : parent;
  }

  #passage(node: Node): Node {
    const attrs: PassageAttrs = { ...attrsOf(node), insertion: this.insertion, place: this.#next() };
    const content = this.blocks(node).content;
    const on = isOn(attrs, this.evaluation, this.switched);
    return on ? schema.nodes.passage.create(attrs, content) : leaveOut(attrs, content, true);
  }

  /** One paragraph: itself with its blanks filled, cut where a blank becomes a block. */
  #line(paragraph: Node): Node[] {
    const out: Node[] = [];
    let line: Node[] = [];
    let cut = false;
    const flush = () => {
      if (line.length || !cut) out.push(paragraph.copy(Fragment.fromArray(line)));
      line = [];
    };
    for (const part of this.#stretches(paragraph)) {
      for (const node of part) {
        if (node.type.name === 'rows') {
          if (line.length) flush();
          out.push(node);
          cut = true;
        } else line.push(node);
      }
    }
    flush();
    return out;
  }

  /** The inline nodes of a line; those of an optional stretch together, or what stands for them when it is left out. */
  #stretches(paragraph: Node): Node[][] {
    const out: Node[][] = [];
    let open: { attrs: PassageAttrs; nodes: Node[] } | null = null;
    const close = () => {
      if (!open) return;
      const { attrs, nodes } = open;
      if (isOn(attrs, this.evaluation, this.switched)) {
        const mark = schema.marks.stretch.create(attrs);
        out.push(
          nodes.map((node) => node.mark(mark.addToSet(node.marks.filter(({ type }) => type.name !== 'stretch')))),
        );
      } else {
        const inside = nodes.map((node) => node.mark(node.marks.filter(({ type }) => type.name !== 'stretch')));
        out.push([leaveOut(attrs, Fragment.fromArray(inside), false)]);
      }
      open = null;
    };
    let source: unknown = null;
    paragraph.forEach((child) => {
      const mark = child.marks.find(({ type }) => type.name === 'stretch') ?? null;
      if (open && !(mark && source && mark.eq(source as typeof mark))) close();
      if (mark && !open) {
        source = mark;
        open = {
          attrs: { ...attrsOf(mark), insertion: this.insertion, place: this.#next() },
          nodes: [],
        };
      }
      const nodes = this.#inline(child, Boolean(mark));
      if (open) (open as { nodes: Node[] }).nodes.push(...nodes);
      else out.push(nodes);
    });
    close();
    return out;
  }

  #inline(node: Node, inStretch: boolean): Node[] {
    if (node.type.name !== 'blank') return [node];
    const { label, kind, options } = node.attrs as BlankDef;
    const blank = { label, kind, options };
    const id = { insertion: this.insertion, place: this.#next() };
    if (isBlockBlank(blank) && !inStretch) return [blockContent(blank, id, this.evaluation)];
    return inlineContent(blank, id, this.evaluation, node.marks);
  }
}

/**
 * Fills a note for one insertion. Pure: the same note, context and answers give the same result, in any order, and
 * filling what is already filled changes nothing. Never throws on what a user typed; what cannot be filled stays open.
 * @param insertion identifies the insertion in the draft
 * @param switched passages switched by hand, by place
 */
export function fill(
  note: { subject: Node; body: Node },
  context: FillContext,
  answers: Answers,
  insertion: string,
  switched: Switched = {},
): Filled {
  const blanks = definitions([note.subject, note.body]);
  const evaluation = new Evaluation(blanks, context, answers);
  const filler = new Filler(evaluation, insertion, switched);
  const subject = filler.blocks(note.subject);
  const body = filler.blocks(note.body);
  return { subject, body, fill: { blanks, answers, passages: switched } };
}

/** The notes that were put into a draft, by its fills. */
export const notesOf = (fills: Fills): string[] => [...new Set(Object.values(fills).flatMap(({ note }) => note ?? []))];
