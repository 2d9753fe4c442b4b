import { Schema } from '@tiptap/pm/model';
import { describe, expect, it } from 'vitest';
import { fit, fitDoc } from './fit';
import { docFromText, parseDoc, schema } from './schema';

/** What a subject takes: one line of text and blanks. */
const line = new Schema({
  nodes: {
    doc: { content: 'paragraph' },
    paragraph: { content: 'inline*' },
    text: { group: 'inline' },
    blank: { ...schema.spec.nodes.get('blank'), group: 'inline' },
  },
});

describe('a document for an editor that knows less', () => {
  const doc = parseDoc({
    type: 'doc',
    content: [
      {
        type: 'paragraph',
        content: [
          { type: 'text', text: 'bold', marks: [{ type: 'bold' }] },
          { type: 'hardBreak' },
          { type: 'picture', attrs: { file: 'a'.repeat(64), alt: 'x', width: null } },
          { type: 'blank', attrs: { label: 'day', kind: 'date', options: {} } },
        ],
      },
    ],
  });

  it('loses marks and pictures, and a line break becomes a space; words and blanks stay', () => {
    const fitted = line.nodeFromJSON({ type: 'doc', content: fit(doc.content, line).toJSON() });
    fitted.check();
    expect(
      fitted.firstChild!.textBetween(0, fitted.firstChild!.content.size, '', (node) => `[${node.attrs.label}]`),
    ).toBe('bold [day]');
    expect(fitted.firstChild!.firstChild!.marks).toEqual([]);
  });

  it('is left as it is where all of it is known', () => {
    expect(fit(doc.content, schema)).toBe(doc.content);
    expect(fitDoc(doc, schema)).toEqual(doc.toJSON());
    const empty = parseDoc(docFromText('')).firstChild!.content;
    expect(fit(empty, line)).toBe(empty);
  });
});
