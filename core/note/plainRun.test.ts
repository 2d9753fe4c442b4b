import { Fragment } from '@tiptap/pm/model';
import { describe, expect, it } from 'vitest';
import { blankNodes } from './blankNodes';
import { toHtml } from './html';
import { docFromText, parseDoc, schema } from './schema';
import { toText } from './text';

const read = parseDoc(docFromText('One line & another\nA second\n\nA third  wide\nA fourth\n- a dash\nA last'));
/** The same document, of which nothing was worked out beforehand. */
const fresh = (doc: typeof read) => schema.nodeFromJSON(doc.toJSON());

describe('runs of plain lines', () => {
  const lines = read.content.content;
  const changed = {
    'as it was read': lines,
    'one line less': lines.filter((_, i) => i !== 1),
    'cut off in a run': lines.slice(0, 4),
    'begun in a run': lines.slice(1),
    'one line changed': lines.map((line, i) => (i === 4 ? schema.node('paragraph', null, schema.text('Other')) : line)),
    'a line put between': [lines[0]!, schema.node('paragraph', null, schema.text('Between')), ...lines.slice(1)],
    'turned round': [...lines].reverse(),
    'twice over': [...lines, ...lines],
  };

  it.each(Object.entries(changed))('%s: the same HTML and text as of a document nobody read', (_, content) => {
    const doc = read.copy(Fragment.fromArray([...content]));
    expect(toHtml(doc)).toBe(toHtml(fresh(doc)));
    expect(toText(doc)).toBe(toText(fresh(doc)));
  });

  it('do not move the blanks behind them', () => {
    const blank = { type: 'blank', attrs: { label: 'day', kind: 'text', options: {} } };
    const content = [...docFromText('One\nTwo').content!, { type: 'paragraph', content: [blank] }];
    const doc = parseDoc({ type: 'doc', content });
    const [found] = blankNodes(doc);
    expect(doc.nodeAt(found!.pos)).toBe(found!.node);
    expect(blankNodes(fresh(doc)).map(({ pos }) => pos)).toEqual([found!.pos]);
  });
});
