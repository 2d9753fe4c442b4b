import { Fragment, Slice, type Node } from '@tiptap/pm/model';
import { Transform } from '@tiptap/pm/transform';
import { flat } from '../edits/flat';
import { alignment, tokens } from '../text/aligned';

/** A value of a blank is seldom longer, in words and stops. */
const LONGEST = 30;

/**
 * A letter that says what a note does, with the values that stand where the note has blanks turned back into these blanks:
 * what was one client's does not become wording. What a blank was filled with is what stands between its neighbours.
 */
export function reblanked(note: Node, letter: Node): Node {
  const [ours, theirs] = [flat(note), flat(letter)];
  const [one, other] = [tokens(ours.text), tokens(theirs.text)];
  const at = alignment(one, other);
  const change = new Transform(letter);
  const found: { from: number; to: number; blank: Node }[] = [];
  for (const [i, token] of one.entries()) {
    const blank = /^\[.*\]$/s.test(token.text) ? note.nodeAt(ours.from[token.from]!) : null;
    if (blank?.type.name !== 'blank' || at[i]! >= 0) continue;
    const before = i > 0 ? at[i - 1]! : -1;
    const after = i + 1 < at.length ? at[i + 1]! : other.length;
    // Nobody can say where a value ends that has another one, or a change, beside it.
    if ((i > 0 && before < 0) || after < 0 || after - before < 2 || after - before - 1 > LONGEST) continue;
    const from = theirs.from[other[before + 1]!.from]!;
    const to = theirs.to[other[after - 1]!.to - 1]!;
    const isInOneLine = from >= 0 && to > from && letter.resolve(from).sameParent(letter.resolve(to));
    if (isInOneLine) found.push({ from, to, blank });
  }
  for (const { from, to, blank } of found.reverse()) change.replace(from, to, new Slice(Fragment.from(blank), 0, 0));
  return change.doc;
}
