import { diffArrays } from 'diff';
import { Fragment, type Mark, type Node } from '@tiptap/pm/model';
import { blankKey } from '../blank/kinds/key';
import type { BlankDef } from '../blank/kinds/kind';
import { kindOf } from '../blank/kinds/registry';
import { attrsOf, putBack } from '../blank/passage';
import { schema } from '../note/schema';

/** A wording as compared piece by piece: words, blanks as one sign, stops. */
const PIECES = /[\p{L}\p{N}\p{M}'’]+|\uFFFC|[^\s\p{L}\p{N}\p{M}]/gu;

/** The text of a line or block with one sign for each blank, so that offsets in a line are positions in it. */
const signs = (node: Node): string => node.textBetween(0, node.content.size, '\n', '\uFFFC');
const pieces = (node: Node): string[] => signs(node).toLowerCase().match(PIECES) ?? [];

/** Turns what insertions put into a letter back into what their notes say. */
class Unfiller {
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
function holds(node: Node, insertion: string): boolean {
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

/** How much of a block of the note stands in a block of the letter, from 0 to 1. */
function alike(note: string[], letter: string[]): number {
  if (!note.length || !letter.length) return 0;
  const counts = new Map<string, number>();
  for (const piece of note) counts.set(piece, (counts.get(piece) ?? 0) + 1);
  let common = 0;
  for (const piece of letter) {
    const left = counts.get(piece) ?? 0;
    if (left) {
      common++;
      counts.set(piece, left - 1);
    }
  }
  return common / note.length;
}

/** From this on a block of the letter is taken to be a block of the note, edited. */
const SAME_BLOCK = 0.5;

/** For each block of the letter, the block of the note it is; blocks in order, the sum of likeness the greatest. */
function align(note: Node[], letter: Node[]): Map<number, number> {
  const a = note.map(pieces);
  const b = letter.map(pieces);
  const score = b.map((two) => a.map((one) => alike(one, two)));
  const best: number[][] = Array.from({ length: b.length + 1 }, () => new Array<number>(a.length + 1).fill(0));
  for (let i = b.length - 1; i >= 0; i--)
    for (let j = a.length - 1; j >= 0; j--) {
      const pair = score[i]![j]! >= SAME_BLOCK ? score[i]![j]! + best[i + 1]![j + 1]! : 0;
      best[i]![j] = Math.max(best[i + 1]![j]!, best[i]![j + 1]!, pair);
    }
  const found = new Map<number, number>();
  for (let i = 0, j = 0; i < b.length && j < a.length;) {
    const pair = score[i]![j]! >= SAME_BLOCK ? score[i]![j]! + best[i + 1]![j + 1]! : -1;
    if (pair === best[i]![j] && pair > 0) found.set(i++, j++);
    else if (best[i + 1]![j] === best[i]![j]) i++;
    else j++;
  }
  return found;
}

/** The part of a longer line that is a note of one paragraph. */
function within(line: Node, note: Node): Node {
  if (pieces(line).length <= 1.3 * pieces(note).length) return line;
  const text = signs(line);
  const at: { from: number; to: number }[] = [...text.matchAll(PIECES)].map((match) => ({
    from: match.index,
    to: match.index + match[0].length,
  }));
  let index = 0;
  let first = -1;
  let last = -1;
  for (const { added, removed, value } of diffArrays(pieces(note), pieces(line))) {
    if (removed) continue;
    if (!added) {
      if (first < 0) first = index;
      last = index + value.length - 1;
    }
    index += value.length;
  }
  return first < 0 ? line : line.copy(line.content.cut(at[first]!.from, at[last]!.to));
}

/** A line without the sign where the caret stands after filling: it goes from the letter when it was used. */
function withoutCaret(node: Node): Node {
  if (node.isTextblock) {
    const kept: Node[] = [];
    node.forEach((child) => {
      if (child.type.name !== 'blank' || !kindOf(child.attrs.kind).isPlace) kept.push(child);
    });
    return node.copy(Fragment.fromArray(kept));
  }
  return node.isLeaf ? node : node.copy(Fragment.fromArray(node.content.content.map(withoutCaret)));
}

/**
 * The wording of a note as it was edited in a letter, with its values turned back into their blanks and what was left out
 * back in its place. What of the letter is the note is found by its blanks and by its words; sentences written between its
 * paragraphs come along, those before and behind do not.
 * @param note the note's body as it is kept now
 * @param letter the body of the draft
 * @param insertion which insertion of the draft
 * @param blanks the note's blanks, as the draft keeps them
 * @returns the new body, or null when nothing of the note stands in the letter any more
 */
export function improved(note: Node, letter: Node, insertion: string, blanks: BlankDef[]): Node | null {
  const unfiller = new Unfiller({ [insertion]: blanks }, note);
  const read = unfiller.blocks(letter.content.content);
  const blocks = read.map(({ node }) => node);
  const touched = read.map(({ from }) => from.some((block) => holds(block, insertion)));
  const wanted = note.content.content.map(withoutCaret);
  const pairs = align(wanted, blocks);
  const places = blocks.flatMap((_, i) => (pairs.has(i) || touched[i] ? [i] : []));
  if (!places.length) return null;
  const region = blocks.slice(places[0], places.at(-1)! + 1);
  if (wanted.length === 1 && region.length === 1 && region[0]!.isTextblock) {
    const part = within(region[0]!, wanted[0]!);
    return schema.node('doc', null, [part.eq(wanted[0]!) ? note.firstChild! : part]);
  }
  return schema.node(
    'doc',
    null,
    region.map((block, i) => {
      const j = pairs.get(places[0]! + i);
      return j !== undefined && block.eq(wanted[j]!) ? note.child(j) : block;
    }),
  );
}
