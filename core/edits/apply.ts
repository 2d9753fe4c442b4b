import { Fragment, type Mark, type Node } from '@tiptap/pm/model';
import { Transform } from '@tiptap/pm/transform';
import { blankKey } from '../blank/kinds/key';
import { kindOf } from '../blank/kinds/registry';
import { docFromText, schema } from '../note/schema';
import { flat } from './flat';
import type { LearntEdit } from './learnt';

const LABEL = 40;

/** A label for a stretch of wording that no blank of the note has. */
function labelFor(doc: Node, words: string): string {
  const taken = new Set<string>();
  doc.descendants((node) => void (node.type.name === 'blank' && taken.add(blankKey(node.attrs.label))));
  const bare =
    words
      .replace(/[[\]\n]/g, ' ')
      .replace(/\s+/g, ' ')
      .trim()
      .slice(0, LABEL)
      .trim() || 'text';
  for (let n = 1; ; n++) {
    const label = n === 1 ? bare : `${bare} ${n}`;
    if (!taken.has(blankKey(label))) return label;
  }
}

const passageAttrs = (words: string) => ({
  label: words.replace(/\s+/g, ' ').slice(0, LABEL).trim(),
  on: true,
  when: null,
});

function blankOf(doc: Node, { kind, before, after }: LearntEdit, marks: readonly Mark[]): Node {
  const label = labelFor(doc, before);
  const values = [before, ...after.filter((one) => one !== before)];
  const options =
    kind === 'choice'
      ? {
          ...kindOf('choice').defaults,
          choices: values.map((value) => ({ label: value.slice(0, LABEL), wording: docFromText(value) })),
        }
      : { ...kindOf('text').defaults };
  return schema.nodes.blank.create({ label, kind: kind === 'choice' ? 'choice' : 'text', options }, null, marks);
}

/**
 * A note with a learnt edit made in it.
 * @param doc the body of the note
 * @returns the new body; null when the note no longer says what the edit was learnt from
 */
export function withEdit(doc: Node, edit: LearntEdit): Node | null {
  const { text, from, to } = flat(doc);
  const { kind, before } = edit;
  if (text.slice(edit.from, edit.to) !== before) return null;
  const tr = new Transform(doc);
  if (!before) return putIn(doc, tr, edit) ? tr.doc : null;
  // The end of a line on either side belongs to whole paragraphs.
  const lead = /^\n*/.exec(before)![0].length;
  const first = edit.from + lead;
  const last = edit.to - 1 - /\n*$/.exec(before)![0].length;
  if (last < first) return null;
  const start = from[first]!;
  const end = to[last]!;
  const isWhole = (first === 0 || text[first - 1] === '\n') && (last === text.length - 1 || text[last + 1] === '\n');
  const range = doc.resolve(start).blockRange(doc.resolve(end));
  if (isWhole && (kind === 'optional' || (kind === 'change' && !edit.after[0]))) {
    if (!range) return null;
    const content = doc.slice(range.start, range.end).content;
    if (kind === 'change') tr.delete(range.start, range.end);
    else tr.replaceWith(range.start, range.end, schema.nodes.passage.create(passageAttrs(before), content));
    return tr.doc.content.size ? tr.doc : null;
  }
  if (text.slice(first, last + 1).includes('\n')) return null;
  const marks = doc.resolve(start).marksAcross(doc.resolve(end)) ?? [];
  const after = edit.after[0] ?? '';
  // A space goes with what it parted.
  const isParted = text[first - 1] === ' ' || text[last + 1] === ' ';
  const wide =
    text[first - 1] === ' ' ? { start: from[first - 1]!, end } : { start, end: isParted ? to[last + 1]! : end };
  if (kind === 'optional') tr.addMark(wide.start, wide.end, schema.marks.stretch.create(passageAttrs(before)));
  else if (kind !== 'change') tr.replaceWith(start, end, blankOf(doc, edit, marks));
  else if (after) tr.replaceWith(start, end, schema.text(after, marks));
  else tr.delete(wide.start, wide.end);
  return tr.doc;
}

/** Puts in what was put in again and again: in its line, or as paragraphs of its own. */
function putIn(doc: Node, tr: Transform, edit: LearntEdit): boolean {
  const { text, from, to } = flat(doc);
  const value = edit.after[0] ?? '';
  const at = edit.from;
  const isEnd = at === text.length;
  const isLineStart = at === 0 || text[at - 1] === '\n';
  const isLineEnd = isEnd || text[at] === '\n';
  const isOwn = /^\n|\n$/.test(value) || (isLineStart && isLineEnd);
  const before = at - 1 >= 0 && text[at - 1] !== '\n' ? at - 1 : -1;
  const here = before >= 0 ? to[before]! : from[at];
  if (isOwn) {
    const lines = value.split('\n').filter((line) => line.trim());
    const paragraphs = lines.map((line) => schema.nodes.paragraph.create(null, schema.text(line.trim())));
    if (!lines.length) return false;
    const wanted =
      edit.kind === 'optional' ? [schema.nodes.passage.create(passageAttrs(value), paragraphs)] : paragraphs;
    // Behind the line that ends here, or before the one that begins.
    const near = text[at - 1] === '\n' || at === 0 ? at : at - 1;
    const sign =
      from[near] === undefined || from[near]! < 0 ? from.findLast((one, i) => i < at && one >= 0) : from[near];
    if (sign === undefined) return false;
    const $near = doc.resolve(sign);
    const isBefore = text[at - 1] === '\n' || at === 0;
    const place = isBefore ? $near.before(1) : $near.after(1);
    tr.insert(place, Fragment.fromArray(wanted));
    return true;
  }
  if (value.includes('\n') || here === undefined || here < 0) return false;
  const marks = doc
    .resolve(here)
    .marks()
    .filter(({ type }) => type.name !== 'stretch');
  const lead = before >= 0 && /\S/.test(text[before]!) && !/^[.,;:!?)]/.test(value) ? ' ' : '';
  const trail = /[\p{L}\p{N}[(]/u.test(text[at] ?? '') ? ' ' : '';
  const stretch = edit.kind === 'optional' ? [schema.marks.stretch.create(passageAttrs(value))] : [];
  tr.insert(here, schema.text(`${lead}${value}${trail}`, [...marks, ...stretch]));
  return true;
}
