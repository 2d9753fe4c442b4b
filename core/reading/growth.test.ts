import { describe, expect, it } from 'vitest';
import { growsWithItsInput } from '../../tests/growth';
import { NESTING_LIMIT, textFromHtml } from './htmlTree';
import { docOf, readText } from './block';
import { readHtml } from './read';
import { parseDoc } from '../note/schema';
import { toText } from '../note/text';

describe('reading what comes from elsewhere', () => {
  growsWithItsInput('HTML as blocks', (html) => parseDoc(docOf(readHtml(html).blocks)));
  growsWithItsInput('HTML as text', textFromHtml);
  growsWithItsInput('lines of text', readText);

  it('keeps the text of HTML that is nested too deeply, and says so', () => {
    const deep = (levels: number) => `${'<div>'.repeat(levels)}here <b>it</b> is${'</div>'.repeat(levels)}`;
    for (const levels of [NESTING_LIMIT + 1, 2_000, 100_000]) {
      const { blocks, cut } = readHtml(deep(levels));
      expect(cut).toBe('deep');
      expect(toText(parseDoc(docOf(blocks)))).toBe('here it is');
    }
    expect(readHtml(deep(NESTING_LIMIT - 2))).toMatchObject({ cut: null });
  });

  it('keeps the beginning of HTML that is too long, and says so', () => {
    const { blocks, cut } = readHtml(`<p>first</p>${'<p>more</p>'.repeat(200_000)}`);
    expect(cut).toBe('long');
    expect(toText(parseDoc(docOf(blocks)))).toMatch(/^first\n/);
  });

  it('makes lists in lists that the document model and the database can hold', () => {
    const nested = (levels: number) => '<ul><li>x'.repeat(levels);
    for (const levels of [1, 7, 12, 60]) {
      const doc = parseDoc(docOf(readHtml(nested(levels)).blocks));
      expect(doc.textContent).toBe('x'.repeat(levels));
    }
  });
});
