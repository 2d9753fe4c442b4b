import { Fragment, type Node } from '@tiptap/pm/model';
import type { BlankDef } from '../blank/kinds/kind';
import { kindOf } from '../blank/kinds/registry';
import { schema } from '../note/schema';
import { changesBetween } from '../text/aligned';
import { holds, Unfiller } from './unfilled';

/** A wording as compared piece by piece: words, blanks as one sign, stops. */
const PIECES = /[\p{L}\p{N}\p{M}'’]+|\uFFFC|[^\s\p{L}\p{N}\p{M}]/gu;

/** The text of a line or block with one sign for each blank, so that offsets in a line are positions in it. */
const signs = (node: Node): string => node.textBetween(0, node.content.size, '\n', '\uFFFC');
const pieces = (node: Node): string[] => signs(node).toLowerCase().match(PIECES) ?? [];

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
  for (const { added, removed, value } of changesBetween(pieces(note), pieces(line)) ?? []) {
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

const isPlace = (node: Node): boolean => node.type.name === 'blank' && Boolean(kindOf(node.attrs.kind).isPlace);

/** Whether nothing but the place of the caret stands in a block. */
const isPlaceAlone = (block: Node): boolean => {
  let places = 0;
  let others = 0;
  block.descendants((child) => {
    if (isPlace(child)) places++;
    else if (child.isLeaf) others++;
  });
  return places > 0 && !others;
};

/** A sign or a space behind a note that ended its cue, or that was typed on from. */
const ENDED = /^[\s\p{P}]{0,2}$/u;

/**
 * Whether a line of the letter says what a line of the note does: what was typed where the caret was put belongs to the
 * letter, and so does the sign that ended a cue.
 */
function saysSame(line: Node, note: Node): boolean {
  if (!line.sameMarkup(note) || !note.isTextblock) return false;
  const parts: Node[][] = [[]];
  note.forEach((child) => (isPlace(child) ? parts.push([]) : parts.at(-1)!.push(child)));
  const before = Fragment.fromArray(parts[0]!);
  const content = line.content;
  if (content.size < before.size || !content.cut(0, before.size).eq(before)) return false;
  if (parts.length === 1) return ENDED.test(signs(line.cut(before.size)));
  const behind = Fragment.fromArray(parts.at(-1)!);
  for (const rest of [0, 1, 2]) {
    const start = content.size - behind.size - rest;
    if (start < before.size) return false;
    if (content.cut(start, start + behind.size).eq(behind) && ENDED.test(signs(line.cut(start + behind.size))))
      return true;
  }
  return false;
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
  const all = note.content.content;
  // Lines that only held the caret are the note's, whatever was typed there.
  const start = all.findIndex((block) => !isPlaceAlone(block));
  const end = all.findLastIndex((block) => !isPlaceAlone(block)) + 1;
  if (start < 0) return null;
  const body = all.slice(start, end);
  const around = (content: Node[]) => schema.node('doc', null, [...all.slice(0, start), ...content, ...all.slice(end)]);
  const wanted = body.map(withoutCaret);
  const pairs = align(wanted, blocks);
  const places = blocks.flatMap((_, i) => (pairs.has(i) || touched[i] ? [i] : []));
  if (!places.length) return null;
  const region = blocks.slice(places[0], places.at(-1)! + 1);
  if (wanted.length === 1 && region.length === 1 && region[0]!.isTextblock) {
    const [line, own] = [region[0]!, body[0]!];
    const part = saysSame(line, own) ? own : within(line, wanted[0]!);
    return around([part.eq(wanted[0]!) || saysSame(part, own) ? own : part]);
  }
  const kept: Node[] = [];
  /** The place of the caret among what is kept, where a line of its own is for it. */
  let open: Node | null = null;
  region.forEach((block, i) => {
    const j = pairs.get(places[0]! + i);
    if (j === undefined) {
      if (!open) kept.push(block);
      return;
    }
    if (open) kept.push(open);
    const own = body[j]!;
    kept.push(block.eq(wanted[j]!) || saysSame(block, own) ? own : block);
    open = body[j + 1] && isPlaceAlone(body[j + 1]!) ? body[j + 1]! : null;
  });
  return around(kept);
}
