import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { CASES, SIGNATURE } from '../../tests/letters/cases';
import { blockText, docOf, readHtml, readText, type ReadBlock } from '../note/read';
import { parseDoc } from '../note/schema';
import { toText } from '../note/text';
import { partsOf, partsOfDoc } from './own';
import { unwrapped } from './unwrap';

const read = ({ text, html }: { text?: string; html?: string }) =>
  html === undefined ? readText(text!) : readHtml(html).blocks;
const written = (blocks: ReadBlock[]) => (blocks.length ? toText(parseDoc(docOf(blocks))) : '');

describe('what was written now, in the ways mail programs write messages', () => {
  it('covers at least 60 messages', () => expect(CASES.length).toBeGreaterThanOrEqual(60));

  it.each(CASES)('$name', ({ text, html, own, signature }) => {
    const blocks = read({ text, html });
    const parts = partsOf(blocks, [SIGNATURE], html !== undefined);
    expect(written(parts.own)).toBe(own);
    if (signature !== undefined) expect(written(parts.signature)).toBe(signature);
    // Nothing is lost: the three parts are the message.
    const words = (list: ReadBlock[]) => list.map(({ node }) => blockText(node)).sort();
    expect(words([...parts.own, ...parts.signature, ...parts.quoted])).toEqual(
      words(blocks.filter(({ rule }) => !rule)),
    );
  });

  it('never cuts a letter that holds neither quotation signs, dashes nor header fields', () => {
    const sentence = fc.array(
      fc.constantFrom('the', 'piano', 'on', 'Monday', '3', 'wrote', 'From', 'to', 'Ada', 'you'),
      {
        minLength: 1,
        maxLength: 12,
      },
    );
    fc.assert(
      fc.property(fc.array(sentence, { minLength: 1, maxLength: 12 }), (lines) => {
        const text = lines.map((words) => `${words.join(' ')}.`).join('\n');
        expect(written(partsOf(readText(text)).own)).toBe(text);
      }),
    );
  });

  it('takes the own signature off a draft, and no more', () => {
    const doc = parseDoc(docOf(readText(`Body.\n\n${SIGNATURE}`)));
    const parts = partsOfDoc(doc, [SIGNATURE]);
    expect(written(parts.own)).toBe('Body.');
    expect(written(parts.signature)).toBe(SIGNATURE);
    expect(written(partsOfDoc(parseDoc(docOf(readText('Body.\n\nWren Halloway'))), [SIGNATURE]).own)).toContain('Wren');
  });
});

describe('text broken into lines by a program', () => {
  it('is put back into paragraphs', () => {
    const wrapped =
      'Dear Ada,\n\nthank you for your message. I can come on Monday at nine, and I will\nbring the strings that we talked about when I was there in October.\nPlease have the lid open.\n\nKind regards,\nWren';
    expect(unwrapped(wrapped)).toBe(
      'Dear Ada,\n\nthank you for your message. I can come on Monday at nine, and I will bring the strings that we talked about when I was there in October. Please have the lid open.\n\nKind regards,\nWren',
    );
  });

  it('stays where its lines were ended on purpose', () => {
    for (const text of [
      'one\ntwo\nthree',
      'Tuning 120\nRepair 80\nTravel to the island and back on the same day 45',
      `${'long '.repeat(30)}\nnext`,
    ])
      expect(unwrapped(text)).toBe(text);
    const list = `- ${'word '.repeat(14)}x\n- next one`;
    expect(unwrapped(list)).toBe(list);
  });
});
