import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readTable } from '../text/csv';
import { emptyEntry, withFacts, type PersonEntry } from './facts';
import { peopleOfTable, writePeople } from './table';

const read = (csv: string) => peopleOfTable(readTable(csv).cells);

describe('people of a table', () => {
  it('by the names of its columns, in whatever language; what is left is a field of theirs', () => {
    expect(read('Vorname;Nachname;E-Mail;Firma;Gate code\nJörg;Müller;j@m.example;Chor;42#').people).toEqual([
      {
        ...emptyEntry('j@m.example'),
        firstName: 'Jörg',
        lastName: 'Müller',
        fullName: 'Jörg Müller',
        company: 'Chor',
        fields: [{ name: 'Gate code', value: '42#' }],
      },
    ]);
  });
  it('by the column that holds addresses, where none is called so', () => {
    expect(read('Who,Where\nAda,ada@b.example').people[0]).toMatchObject({
      address: 'ada@b.example',
      fields: [{ name: 'Who', value: 'Ada' }],
    });
    expect(read('Who,Where\nAda,here').problems).toEqual([{ line: 1, problem: { code: 'table.noAddresses' } }]);
  });
  it('line by line: one without an address keeps no other out', () => {
    const { people, problems } = read('Name,Email\nAda Marsh,ada@b.example\nBo,\nClara,nowhere');
    expect(people).toHaveLength(1);
    expect(problems.map(({ line }) => line)).toEqual([3, 4]);
  });
  it('that were written are the same when read', () => {
    const word = fc
      .string({ unit: 'grapheme', minLength: 1, maxLength: 30 })
      .map((one) => one.replace(/[\p{C}\p{Z}]+/gu, ' ').trim());
    const plain = word.filter((one) => /^[\p{L}]/u.test(one));
    const person = fc.record({
      address: fc.nat(1e9).map((n) => `p${n}@client.example`),
      addresses: fc.uniqueArray(
        fc.nat(1e9).map((n) => `q${n}@client.example`),
        { maxLength: 2 },
      ),
      firstName: plain,
      lastName: plain,
      fullName: plain,
      company: plain,
      greetingName: plain,
      form: fc.constantFrom('' as const, 'formal' as const, 'familiar' as const),
      fields: fc.constantFrom<PersonEntry['fields'][]>(
        [],
        [{ name: 'Gate code', value: '=1+1' }],
        [
          { name: 'Company', value: 'a second one' },
          { name: 'Phone', value: '+1 555 0100' },
        ],
      ),
    });
    fc.assert(
      fc.property(fc.array(person, { minLength: 1, maxLength: 4 }), (people) => {
        const back = read(writePeople(people)).people;
        expect(back.map((one) => ({ ...one, fields: [...one.fields] }))).toEqual(people);
      }),
    );
  });
});

it('what a file says takes the place of what was known, and what it does not mention stays', () => {
  const known = {
    ...emptyEntry('a@b.example'),
    firstName: 'Ada',
    company: 'Choir',
    fields: [{ name: 'Gate', value: '1' }],
  };
  const said = {
    ...emptyEntry('a@b.example'),
    firstName: 'Adah',
    fields: [
      { name: 'gate', value: '2' },
      { name: 'Dog', value: 'Rex' },
    ],
  };
  expect(withFacts(known, said)).toMatchObject({
    firstName: 'Adah',
    company: 'Choir',
    fields: [
      { name: 'Gate', value: '2' },
      { name: 'Dog', value: 'Rex' },
    ],
  });
});
