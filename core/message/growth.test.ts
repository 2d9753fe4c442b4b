import { describe } from 'vitest';
import { growsWithItsInput } from '../../tests/growth';
import { readText } from '../reading/block';
import { readHtml } from '../reading/read';
import { parseMailboxes } from './recipients';
import { findInText } from './found';
import { partsOf, partsOfText } from './own';
import { quoteText, splitQuoted } from './quote';

const ways = { locale: 'en-GB', today: '2026-11-26' as const, off: { weekdays: [6, 7], days: [] } };

describe('telling a message apart', () => {
  growsWithItsInput('own wording in text', (text) => partsOfText(text, ['Wren Halloway']));
  growsWithItsInput('own wording in lines', (text) => partsOf(readText(text), ['Wren Halloway']));
  growsWithItsInput('own wording in HTML', (html) => partsOf(readHtml(html).blocks, ['Wren Halloway'], true));
  growsWithItsInput('what is quoted', (text) => quoteText(splitQuoted(text).quoted));
  growsWithItsInput('recipients', (text) => parseMailboxes(text.slice(0, 20_000)));
  for (const what of ['a date', 'an amount', 'a reference'] as const)
    growsWithItsInput(what, (text) => findInText(text, what, ways));
});
