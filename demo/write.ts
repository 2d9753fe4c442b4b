import type { DocJson } from '#core/note/schema';

/** A few words to write demo wording with, so that it reads like a letter. */

type Part = string | DocJson;

function blank(label: string, kind: string, options: Record<string, unknown>): DocJson {
  return { type: 'blank', attrs: { label, kind, options, insertion: null, place: null } };
}

export const ask = (label: string, hint = '', more: object = {}) => blank(label, 'text', { hint, ...more });
export const day = (label: string, more: object = {}) => blank(label, 'date', { weekday: true, ...more });
export const time = (label: string) => blank(label, 'time', { asTyped: true });
export const number = (label: string, more: object = {}) => blank(label, 'number', { ...more });
export const money = (label: string, more: object = {}) => blank(label, 'money', { short: true, ...more });
export const reckoned = (label: string, options: object) => blank(label, 'reckoned', { short: true, ...options });
export const theirs = (label: string, part: string) => blank(label, 'message', { part });
export const own = (label: string, field: string) => blank(label, 'person', { field });
export const caret = () => blank('caret', 'caret', {});
/** A cell of a demo lookup: of a row asked for, or of the one that another blank chose. */
export const cell = (lookup: string, column: string, label: string, of = '') =>
  blank(label, 'lookup', { lookup: `demo:${lookup}`, column, row: of ? 'same' : 'asked', of });
/** A cell of the row that an entry is written for. */
export const entry = (lookup: string, column: string) =>
  blank(column, 'lookup', { lookup: `demo:${lookup}`, column, row: 'entry' });
export const choice = (label: string, choices: [string, ...Part[]][], more: object = {}) =>
  blank(label, 'choice', {
    choices: choices.map(([name, ...wording]) => ({ label: name, wording: { type: 'doc', content: [p(...wording)] } })),
    ...more,
  });
export const rows = (label: string, lookup: string, options: Record<string, unknown>) =>
  blank(label, 'rows', { lookup: `demo:${lookup}`, ...options });
export const wording = (...parts: Part[]): DocJson => ({ type: 'doc', content: [p(...parts)] });
export const firstName = () => blank('first name', 'person', { field: 'firstName' });
export const company = () => blank('company', 'person', { field: 'company' });
export const mine = (field: string) => blank(field === 'name' ? 'my name' : field, 'sender', { field });
export const today = (part: 'date' | 'weekday' | 'month' | 'part of the day') =>
  blank(part === 'date' ? 'today' : part, 'today', { part });

const inline = (parts: Part[]): DocJson[] =>
  parts.filter((part) => part !== '').map((part) => (typeof part === 'string' ? { type: 'text', text: part } : part));

interface Optional {
  on?: boolean;
  when?: { blank: string; test: string; value: string };
}
const passageAttrs = (label: string, { on = true, when }: Optional) => ({ label, on, when: when ?? null });

/** A part of a paragraph that can be left out. */
export function stretch(label: string, options: Optional, ...parts: Part[]): DocJson[] {
  const mark = { type: 'stretch', attrs: passageAttrs(label, options) };
  return inline(parts).map((node) => ({ ...node, marks: [...(node.marks ?? []), mark] }));
}

/** Whole paragraphs that can be left out. */
export const passage = (label: string, options: Optional, ...blocks: DocJson[]): DocJson => ({
  type: 'passage',
  attrs: passageAttrs(label, options),
  content: blocks,
});

export const bold = (text: string): DocJson => ({ type: 'text', text, marks: [{ type: 'bold' }] });
export const link = (text: string, href: string): DocJson => ({
  type: 'text',
  text,
  marks: [{ type: 'link', attrs: { href } }],
});

export const p = (...parts: Part[]): DocJson => ({
  type: 'paragraph',
  ...(parts.length && { content: inline(parts) }),
});

const items = (list: Part[][]): DocJson[] => list.map((parts) => ({ type: 'listItem', content: [p(...parts)] }));
export const bullets = (...list: Part[][]): DocJson => ({ type: 'bulletList', content: items(list) });
export const numbered = (...list: Part[][]): DocJson => ({
  type: 'orderedList',
  attrs: { start: 1, type: null },
  content: items(list),
});

/** A body: blocks with an empty line between them. */
export function body(...blocks: DocJson[]): DocJson {
  return { type: 'doc', content: blocks.flatMap((block, i) => (i ? [{ type: 'paragraph' }, block] : [block])) };
}

export const subject = (...parts: Part[]): DocJson => ({ type: 'doc', content: [p(...parts)] });
