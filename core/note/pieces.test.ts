import { describe, expect, it } from 'vitest';
import { bodyDoc } from '#shared/schemas/document';
import { readHtml } from '../reading/read';
import { docOf } from '../reading/block';
import { countNodes, docFromText, MOST_NODES, parseDoc } from './schema';

const paragraphs = (count: number) => ({
  type: 'doc',
  content: Array.from({ length: count }, () => ({ type: 'paragraph' })),
});

describe('the pieces of a document', () => {
  it('are counted with those left out, and no further than they matter', () => {
    const text = docFromText('One.\n\nTwo.');
    expect(countNodes(text)).toBe(countNodes(parseDoc(text).toJSON()));
    expect(countNodes(text)).toBe(6);
    const leftOut = { type: 'doc', content: [{ type: 'passageOut', attrs: { content: [{ type: 'paragraph' }] } }] };
    expect(countNodes(leftOut)).toBe(3);
    expect(countNodes(paragraphs(1_000_000))).toBe(MOST_NODES + 1);
  });

  it('are as many as are read quickly: what has more is refused, and says so', () => {
    expect(bodyDoc.isValidSync(paragraphs(MOST_NODES - 1))).toBe(true);
    const problem = (() => {
      try {
        return void bodyDoc.validateSync(paragraphs(MOST_NODES));
      } catch (error) {
        return (error as { errors: unknown[] }).errors[0];
      }
    })();
    expect(problem).toMatchObject({ code: 'invalid.manyPieces' });
  });

  it.each([
    ['paragraphs', '<p>more</p>'.repeat(14_000)],
    ['a table', `<table>${'<tr><td>a</td><td>b</td></tr>'.repeat(4_900)}</table>`],
    ['a list', `<ul>${'<li>a</li>'.repeat(9_000)}</ul>`],
  ])('of %s that is read are never more, and its beginning comes', (_, html) => {
    const { blocks, cut } = readHtml(html);
    expect(cut).toBe('long');
    const count = countNodes(docOf(blocks));
    expect(count).toBeLessThanOrEqual(MOST_NODES + 1);
    expect(count).toBeGreaterThan(MOST_NODES - 20);
    parseDoc(docOf(blocks));
  });
});
