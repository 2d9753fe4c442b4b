import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { CASES, SIGNATURE } from '../../tests/letters/cases';
import { SIGNED, STAYS } from '../../tests/letters/fresh';
import { blockText, docOf, readText, type ReadBlock } from '../reading/block';
import { readHtml } from '../reading/read';
import { parseDoc } from '../note/schema';
import { toText } from '../note/text';
import { isContact, isDeviceLine } from './closing';
import { partsOf, partsOfDoc, partsOfText } from './own';
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

  it.each([...SIGNED, ...STAYS])('$name', ({ text, html, own }) => {
    expect(written(partsOf(read({ text, html }), [], html !== undefined).own)).toBe(own);
  });

  it('never cuts a letter that ends with a sentence, whatever lines stand above it', () => {
    const line = fc.constantFrom(
      'The gutter comes down first.',
      'paint and nails',
      'Frost & Hale Roofing',
      'Tel. 01632 960 777',
      'linnea@frost.example',
      'Kind regards,',
      'Linnea Frost',
      '--',
      '-----',
      '________________',
      '* * *',
      'From: Tern Bay',
      'Date: Monday',
      'Sent from my telephone',
      '',
    );
    fc.assert(
      fc.property(fc.array(line, { maxLength: 14 }), (lines) => {
        const text = ['Dear Tom,', ...lines, 'The ladder is still at your place.'].join('\n');
        expect(written(partsOf(readText(text)).own)).toBe(text.replace(/\n{3,}/g, '\n\n'));
      }),
      { numRuns: 500 },
    );
  });

  it('does not look for telephones and contacts in a line longer than either', () => {
    for (const piece of ['1', 'a.', 'phone', 'sent phone', '12345678 ', 'a@a.'])
      for (const length of [400, 100_000]) {
        const line = `Kind regards\nWren\n${piece.repeat(length / piece.length)}`;
        expect(isContact(line.split('\n')[2]!)).toBe(false);
        expect(isDeviceLine(line.split('\n')[2]!)).toBe(false);
        expect(written(partsOf(readText(line)).own).trim()).toBe(line.trim());
      }
  });

  it('takes the own signature off a draft, and no more', () => {
    const doc = parseDoc(docOf(readText(`Body.\n\n${SIGNATURE}`)));
    const parts = partsOfDoc(doc, [SIGNATURE]);
    expect(written(parts.own)).toBe('Body.');
    expect(written(parts.signature)).toBe(SIGNATURE);
    expect(written(partsOfDoc(parseDoc(docOf(readText('Body.\n\nWren Halloway'))), [SIGNATURE]).own)).toContain('Wren');
  });
});

describe('a header block above the history, with whatever is written above it', () => {
  const FIELDS = [
    ['From', 'Sent', 'To', 'Subject'],
    ['From', 'Date', 'To', 'Subject'],
    ['Von', 'Gesendet', 'An', 'Betreff'],
    ['De', 'Envoyé', 'À', 'Objet'],
    ['De', 'Enviado el', 'Para', 'Asunto'],
    ['Da', 'Inviato', 'A', 'Oggetto'],
    ['Van', 'Verzonden', 'Aan', 'Onderwerp'],
    ['Från', 'Skickat', 'Till', 'Ämne'],
    ['Od', 'Wysłano', 'Do', 'Temat'],
    ['От', 'Отправлено', 'Кому', 'Тема'],
    ['差出人', '送信日時', '宛先', '件名'],
    ['发件人', '发送时间', '收件人', '主题'],
  ];
  const SENDERS = ['Ada Marsh <ada@client.example>', 'Ada Marsh'];
  const DATES = ['Monday, 23 November 2026 09:12', '23.11.2026 09:12'];
  const ABOVE = ['', '________________________________\n', '-----Original Message-----\n'];
  const OWN = [
    'Thanks, that suits.',
    'Dear Ada,\n\nI can come on Monday at nine, and I will bring the strings that we talked\nabout when I was there in October. Please have the lid open, and the room\nwarm.\n\nKind regards,\nWren',
    'Dear Ada,\n\nthe price is 95 pounds, and travel to the island and back on the same\nday comes to 45 more.',
    'Hello\n\n- tuning\n- two strings\n\nWren',
    'A sentence that is exactly as long as the lines of this letter are wide, so',
    'Guten Tag,\n\nich komme am Montag um neun Uhr und bringe die Saiten mit, über die wir im\nOktober gesprochen haben.',
  ];
  const HISTORY = [
    'Could you come in December?\n\nAda',
    'Could you come in December, when the hall is free and the choir has not yet\nbegun? The gate code is 4471.\n\nAda',
    'SECRET one\nSECRET two',
    'Hi Wren,\n\nsee below.\n\nFrom: Bob <bob@client.example>\nSent: Friday, 20 November 2026 08:00\nTo: Ada Marsh\nSubject: piano\n\nThe gate code is 4471.',
    'Yes.',
  ];

  it('none of it stays in what was written now', () => {
    const kept: string[] = [];
    let tried = 0;
    for (const [from, sent, to, subject] of FIELDS)
      for (const sender of SENDERS)
        for (const date of DATES)
          for (const above of ABOVE)
            for (const own of OWN)
              for (const history of HISTORY) {
                const head = `${from}: ${sender}\n${sent}: ${date}\n${to}: Wren Halloway\n${subject}: Tuning`;
                const parts = partsOfText(`${own}\n\n${above}${head}\n\n${history}\n`);
                tried++;
                if (written(parts.own) !== unwrapped(own)) kept.push(`${above}${head}\n${history}`);
              }
    expect(tried).toBe(4_320);
    expect(kept).toEqual([]);
  });
});

describe('history that nothing but its place or its form tells', () => {
  const own = (text: string) => written(partsOfText(text).own);

  it('a header block without any address', () => {
    expect(
      own('That suits.\n\nFrom: Ada Marsh\nSent: Monday, 23 November 2026\nSubject: Tuning\n\nCould you come?'),
    ).toBe('That suits.');
  });

  it('a Japanese attribution without a verb', () => {
    expect(own('承知しました。\n\n2026年11月23日(月) 9:12 棚部ゆき <yuki@client.example>:\n\n> 12月は？')).toBe(
      '承知しました。',
    );
  });

  it('a quotation set off by a line down its side', () => {
    const html =
      '<div>That suits.</div><div>On Mon, 23 Nov 2026 at 09:12, Ada Marsh wrote:</div>' +
      '<div style="border-left:2px solid #888;padding-left:8px"><p>Could you come?</p></div>';
    expect(written(partsOf(readHtml(html).blocks, [], true).own)).toBe('That suits.');
  });

  it('two dashes that divide a letter are no signature', () => {
    const letter =
      'Dear Ada,\n\nthe tuning is done.\n\n--\n\nFor the second piano I need another day next week.\nIt has two broken strings, as you know.';
    expect(own(letter)).toBe(unwrapped(letter));
    expect(own('The tuning is done.\n\n--\nWren Halloway\nHalloway Piano Care')).toBe('The tuning is done.');
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
