import { Fragment, type Mark, type Node } from '@tiptap/pm/model';
import { blankKey } from '../blank/kinds/key';
import type { BlankDef } from '../blank/kinds/kind';
import { attrsOf, putBack } from '../blank/passage';
import { schema } from '../note/schema';

/** Turns what insertions put into a letter back into what their notes say. */
export class Unfiller {
  /** The blanks of each insertion by their key. */
  readonly #blanks: Map<string, Map<string, BlankDef>>;
  /** Links and colours in which blanks of the note stand; those of a value are the value's own. */
  readonly #marks = new Map<string, readonly Mark[]>();

  /** Which blanks stand in a line with something before or behind them: for a table the line was cut there. */
  readonly #inLine = new Map<string, { before: boolean; after: boolean }>();

  constructor(insertions: Record<string, (BlankDef & { written?: string })[]>, note?: Node) {
    this.#blanks = new Map(
      Object.entries(insertions).map(([insertion, blanks]) => [
        insertion,
        new Map(blanks.map((blank) => [blankKey(blank.written ?? blank.label), blank])),
      ]),
    );
    note?.descendants((node, _pos, parent, index) => {
      if (node.type.name !== 'blank') return;
      const key = blankKey(node.attrs.label);
      const kept = node.marks.filter(({ type }) => type.name === 'link' || type.name === 'colour');
      this.#marks.set(key, kept);
      this.#inLine.set(key, { before: index > 0, after: index < parent!.childCount - 1 });
    });
  }

  #blank(insertion: string, written: string, marks: readonly Mark[]): Node {
    const { label, kind, options } = this.#blanks.get(insertion)?.get(blankKey(written)) ?? {
      label: written,
      kind: 'text',
      options: {},
    };
    return schema.nodes.blank.create({ label, kind, options }, null, marks);
  }

  /** Blocks of the letter as blocks of the note, each with what it was made of; lines cut for a table are one again. */
  blocks(letter: readonly Node[]): { node: Node; from: Node[] }[] {
    const out: { node: Node; from: Node[] }[] = [];
    let behind = false;
    for (const block of letter) {
      const isOwn = block.type.name === 'rows' && this.#blanks.has(block.attrs.insertion);
      const cut = isOwn ? this.#inLine.get(blankKey(String(block.attrs.label))) : undefined;
      for (const node of this.block(block)) {
        const last = out.at(-1);
        if ((behind || cut?.before) && last?.node.isTextblock && node.isTextblock)
          out[out.length - 1] = {
            node: last.node.copy(last.node.content.append(node.content)),
            from: [...last.from, block],
          };
        else out.push({ node, from: [block] });
        behind = false;
      }
      behind = cut?.after ?? false;
    }
    return out;
  }

  block(node: Node): Node[] {
    const { type, attrs } = node;
    if (type.name === 'rows')
      return [schema.nodes.paragraph.create(null, this.#blank(String(attrs.insertion), String(attrs.label), []))];
    if (type.name === 'passageOut') return putBack(node).content.flatMap((passage) => this.block(passage));
    if (type.name === 'passage')
      return [schema.nodes.passage.create({ ...attrsOf(node), insertion: null, place: null }, this.#blocks(node))];
    if (node.isTextblock) return [node.copy(Fragment.fromArray(this.#line(node.content)))];
    return node.isLeaf ? [node] : [node.copy(this.#blocks(node))];
  }

  #blocks(parent: Node): Fragment {
    return Fragment.fromArray(this.blocks(parent.content.content).map(({ node }) => node));
  }

  #line(content: Fragment): Node[] {
    const out: Node[] = [];
    let open = '';
    content.forEach((child) => {
      const filled = child.marks
        .filter(({ type, attrs }) => type.name === 'filled' && this.#blanks.has(attrs.insertion))
        .sort((a, b) => String(a.attrs.place).length - String(b.attrs.place).length)[0];
      const rest = this.#plain(child.marks);
      if (filled) {
        const { insertion, label, around } = filled.attrs;
        const place = `${insertion} ${filled.attrs.place}`;
        if (place !== open) {
          // What its own wording brought along in formatting goes with it.
          const own = [...String(around).split(' '), 'stretch'];
          const kept = rest.filter(({ type }) => own.includes(type.name));
          const outer = this.#marks.get(blankKey(String(label))) ?? [];
          out.push(
            this.#blank(
              String(insertion),
              String(label),
              outer.reduce<readonly Mark[]>((set, mark) => mark.addToSet(set), kept),
            ),
          );
        }
        open = place;
        return;
      }
      open = '';
      if (child.type.name === 'blank') {
        const { label, kind, options } = child.attrs as BlankDef;
        const { insertion } = child.attrs;
        out.push(
          this.#blanks.has(insertion)
            ? this.#blank(insertion, label, rest)
            : schema.nodes.blank.create({ label, kind, options }, null, rest),
        );
      } else if (child.type.name === 'stretchOut') out.push(...this.#line(putBack(child)));
      else out.push(child.mark(rest));
    });
    return out;
  }

  /** Formatting without what belongs to a draft. */
  #plain(marks: readonly Mark[]): readonly Mark[] {
    return marks
      .filter(({ type }) => type.name !== 'filled')
      .map((mark) =>
        mark.type.name === 'stretch' ? mark.type.create({ ...mark.attrs, insertion: null, place: null }) : mark,
      );
  }
}

/** Whether something of the insertion stands in a node. */
export function holds(node: Node, insertion: string): boolean {
  let found = node.attrs.insertion === insertion;
  node.descendants((child) => {
    if (child.attrs.insertion === insertion || child.marks.some((mark) => mark.attrs.insertion === insertion))
      found = true;
    return !found;
  });
  return found;
}

/** A letter, or a part of it, with every place that an insertion filled turned back into its blank. */
export function unfilled(doc: Node, fills: Record<string, { blanks: BlankDef[] }>): Node {
  const unfiller = new Unfiller(distinct(fills));
  return schema.node(
    'doc',
    null,
    doc.content.content.flatMap((block) => unfiller.block(block)),
  );
}

/** The blanks of several insertions. Two that have one label and ask different things get labels of their own. */
function distinct(fills: Record<string, { blanks: BlankDef[] }>): Record<string, (BlankDef & { written: string })[]> {
  const taken = new Map<string, string>();
  const own = (blank: BlankDef): BlankDef => {
    const asks = JSON.stringify([blank.kind, blank.options]);
    for (let n = 1; ; n++) {
      const label = n === 1 ? blank.label : `${blank.label} ${n}`;
      const known = taken.get(blankKey(label)) ?? asks;
      if (known !== asks) continue;
      taken.set(blankKey(label), asks);
      return { ...blank, label };
    }
  };
  return Object.fromEntries(
    Object.entries(fills).map(([insertion, { blanks }]) => {
      // Found by the label it has in the letter, written with its own.
      return [insertion, blanks.map((blank) => Object.assign(own(blank), { written: blank.label }))];
    }),
  );
}
