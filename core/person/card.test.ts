import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readCards, writeCards } from './card';
import { emptyEntry, type PersonEntry } from './facts';

const card = (...lines: string[]) => ['BEGIN:VCARD', ...lines, 'END:VCARD', ''].join('\r\n');
const one = (...lines: string[]) => {
  const { people, problems } = readCards(card(...lines));
  expect(problems).toEqual([]);
  return people[0]!;
};

describe('a card is read', () => {
  it('of version 4.0, with the preferred address first (RFC 6350 5.3)', () => {
    expect(
      one(
        'VERSION:4.0',
        'FN:Dr. Ada Marsh',
        'N:Marsh;Ada;;Dr.;',
        'EMAIL;TYPE=work:office@tern.example',
        'EMAIL;PREF=1:ada@marsh.example',
        'ORG:Marsh\\, Sons & Co;Tuning',
        'TEL;VALUE=uri;TYPE="voice,work":tel:+1-555-0100',
        'ADR;TYPE=home:;;12 High St;Tern Bay;;AB1 2CD;',
        'NOTE:Two dogs\\nRing twice',
        'BDAY:19840302',
        'NICKNAME:Addie',
      ),
    ).toMatchObject({
      address: 'ada@marsh.example',
      addresses: ['office@tern.example'],
      firstName: 'Ada',
      lastName: 'Marsh',
      fullName: 'Dr. Ada Marsh',
      company: 'Marsh, Sons & Co, Tuning',
      greetingName: 'Addie',
      fields: [
        { name: 'Phone (work)', value: '+1-555-0100' },
        { name: 'Address (home)', value: '12 High St\nTern Bay\nAB1 2CD' },
        { name: 'Remarks', value: 'Two dogs\nRing twice' },
        { name: 'Birthday', value: '1984-03-02' },
      ],
      remark: null,
    });
  });
  it('of version 3.0, with groups, labels and broken lines (RFC 2426 2.6)', () => {
    expect(
      one(
        'VERSION:3.0',
        'N:Finch;Bo;;;',
        'FN:Bo Finch',
        'item1.EMAIL;TYPE=INTERNET;TYPE=pref:bo@finch.ex',
        ' ample',
        'item2.TEL:555 0101',
        'item2.X-ABLabel:_$!<Workshop>!$_',
        'TEL;TYPE=CELL:555 0102',
        'X-SOMETHING:else',
      ),
    ).toMatchObject({
      address: 'bo@finch.example',
      fields: [
        { name: 'Phone (workshop)', value: '555 0101' },
        { name: 'Mobile', value: '555 0102' },
      ],
    });
  });
  it('of version 2.1, as old telephones write it', () => {
    expect(
      one(
        'VERSION:2.1',
        'N;CHARSET=UTF-8;ENCODING=QUOTED-PRINTABLE:M=C3=BCller;J=C3=',
        '=B6rg;;;',
        'TEL;CELL:0170 1',
        'EMAIL;INTERNET:joerg@mueller.example',
        'PHOTO;ENCODING=BASE64;JPEG:/9j/4AAQ',
        ' /9j/4AAQ',
      ),
    ).toMatchObject({
      firstName: 'Jörg',
      lastName: 'Müller',
      fullName: 'Jörg Müller',
      fields: [{ name: 'Mobile', value: '0170 1' }],
    });
  });
  it('by its display name alone, or as a company', () => {
    expect(one('VERSION:3.0', 'FN:Marsh\\, Ada', 'EMAIL:a@b.example')).toMatchObject({
      firstName: 'Ada',
      lastName: 'Marsh',
    });
    expect(one('VERSION:3.0', 'FN:Tern Hall', 'ORG:Tern Hall', 'EMAIL:a@b.example')).toMatchObject({
      firstName: '',
      fullName: '',
      company: 'Tern Hall',
    });
  });
  it('as far as it goes, and what does not go is told', () => {
    const read = readCards(
      card('VERSION:3.0', 'FN:No Address') +
        card('VERSION:4.0', 'KIND:group', 'FN:Choir', 'MEMBER:mailto:a@b.example') +
        card('VERSION:3.0', 'FN:Ada Marsh', 'this is no line', 'EMAIL:not an address', 'EMAIL:ada@b.example') +
        'BEGIN:VCARD\nVERSION:3.0\nFN:Cut Off\nEMAIL:cut@off.example',
    );
    expect(read.problems).toEqual([
      { number: 1, name: 'No Address', problem: { code: 'card.noAddress' } },
      { number: 2, name: 'Choir', problem: { code: 'card.group' } },
    ]);
    expect(read.people.map(({ address, remark }) => [address, Boolean(remark)])).toEqual([
      ['ada@b.example', true],
      ['cut@off.example', false],
    ]);
  });
});

const text = fc
  .string({ unit: 'grapheme', minLength: 1, maxLength: 60 })
  .map((one) => one.replace(/[\p{C}\p{Z}]+/gu, ' ').trim());
const word = text.filter((one) => /^[\p{L}\p{N}]/u.test(one));
/** Anybody there can be. */
const person: fc.Arbitrary<PersonEntry> = fc.record({
  address: fc.nat(1e9).map((n) => `p${n}@client.example`),
  addresses: fc.uniqueArray(
    fc.nat(1e9).map((n) => `q${n}@client.example`),
    { maxLength: 3 },
  ),
  firstName: word,
  lastName: word,
  fullName: word,
  company: text,
  greetingName: text,
  form: fc.constantFrom('' as const, 'formal' as const, 'familiar' as const),
  fields: fc.uniqueArray(fc.record({ name: word, value: text.filter(Boolean) }), {
    selector: ({ name }) => name.toLowerCase(),
    maxLength: 5,
  }),
});

describe('a card that was written', () => {
  it.each(['3.0', '4.0'] as const)('of version %s is read as what it was', (version) => {
    fc.assert(
      fc.property(fc.array(person, { maxLength: 4 }), (people) => {
        const written = writeCards(people, version);
        expect(readCards(written).people.map(({ remark: _, ...one }) => one)).toEqual(people);
        for (const line of written.split('\r\n')) expect(new TextEncoder().encode(line).length).toBeLessThanOrEqual(76);
      }),
    );
  });
  it('keeps a name that ends with a backslash', () => {
    const ada = { ...emptyEntry('ada@b.example'), fullName: 'Ada', firstName: 'Ada\\', lastName: 'Marsh\\' };
    for (const version of ['3.0', '4.0'] as const)
      expect(readCards(writeCards([ada], version)).people[0]).toMatchObject(ada);
  });

  it.each([';', 'Marsh; Sons', 'a\\;b, c'])('keeps a company called “%s”', (company) => {
    const written = writeCards([{ ...emptyEntry('ada@b.example'), fullName: 'Ada', firstName: 'Ada', company }]);
    expect(readCards(written).people[0]!.company).toBe(company);
  });

  it('keeps lines, and telephones and the like under their own names', () => {
    const fields = [
      { name: 'Phone (work)', value: '+1 555 0100' },
      { name: 'Mobile', value: '+1 555 0101' },
      { name: 'Remarks', value: 'first\nsecond; with, signs \\ and "more"' },
      { name: 'Gate code', value: '42#' },
    ];
    const written = writeCards([{ ...emptyEntry('ada@b.example'), fullName: 'Ada', firstName: 'Ada', fields }]);
    expect(written).toMatch(/^TEL;TYPE=work[^:]*:\+1 555 0100\r$/m);
    expect(readCards(written).people[0]!.fields).toEqual(fields);
  });
});
