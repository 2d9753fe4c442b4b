import type { DocJson } from '../core/note/schema';

/** A few words to write demo wording with, so that it reads like a letter. */

type Part = string | DocJson;

function blank(label: string, kind: string, options: Record<string, unknown>): DocJson {
  return { type: 'blank', attrs: { label, kind, options, insertion: null, place: null } };
}

export const ask = (label: string, hint = '') => blank(label, 'text', { hint });
export const firstName = () => blank('first name', 'person', { field: 'firstName' });
export const company = () => blank('company', 'person', { field: 'company' });
export const mine = (field: string) => blank(field === 'name' ? 'my name' : field, 'sender', { field });
export const today = (part: 'date' | 'weekday' | 'month') => blank(part === 'date' ? 'today' : part, 'today', { part });

const inline = (parts: Part[]): DocJson[] =>
  parts.filter((part) => part !== '').map((part) => (typeof part === 'string' ? { type: 'text', text: part } : part));

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
