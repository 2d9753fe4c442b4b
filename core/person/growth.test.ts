import { describe } from 'vitest';
import { growsWithItsInput } from '../../tests/growth';
import { readTable } from '../text/csv';
import { readCards } from './card';
import { greetedAs } from './greeting';
import { peopleOfTable } from './table';

const to = { name: 'Ada Marsh', address: 'ada@marsh.example' };

describe('reading about people', () => {
  growsWithItsInput('cards', (text) => readCards(`BEGIN:VCARD\nVERSION:2.1\nEMAIL:a@b.example\nNOTE:${text}`), 200_000);
  growsWithItsInput('lines of cards', (text) => readCards(text), 200_000, [
    'BEGIN:VCARD\r\n',
    'BEGIN:VCARD\r\nEMAIL:a@b.example\r\n',
    'N;ENCODING=QUOTED-PRINTABLE:=\r\n',
    ';TYPE=a',
    'EMAIL:a\r\n',
    '\r\n b',
    '=3D',
  ]);
  growsWithItsInput('tables of people', (text) => peopleOfTable(readTable(`E-mail,Name\na@b.example,${text}`).cells));
  growsWithItsInput('greetings', (text) => greetedAs(text, to));
});
