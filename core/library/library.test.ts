import { describe, expect, it } from 'vitest';
import { readTable } from '../text/csv';
import { notes } from '../../demo/notes';
import { docFromText, parseDoc } from '../note/schema';
import { toLine, toText } from '../note/text';
import { blanksFromBrackets } from './brackets';
import { openBundle, renamed } from './bundle';
import { fromMarkdown, toMarkdown } from './markdown';
import { bareSubject } from '../message/subject';
import { proposedName } from './name';
import { readSingle, writeSingle } from './single';
import { notesOfTable } from './table';

describe('the name of a new note', () => {
  it.each([
    ['Re: Tuning', 'Tuning'],
    ['RE: AW: Fwd: Re[2]: Tuning', 'Tuning'],
    ['Antw: [EXTERN] Stimmung', 'Stimmung'],
    ['SV: VS: Stämning', 'Stämning'],
    ['回复: 调律', '调律'],
    ['Reminder: tuning', 'Reminder: tuning'],
    ['Price: 120', 'Price: 120'],
  ])('is the subject without what answering put before it: %s', (subject, bare) =>
    expect(bareSubject(subject)).toBe(bare),
  );

  it('is the first words without the greeting where there is no subject', () => {
    expect(proposedName('', 'Dear Ada,\n\nI can come on Monday.')).toBe('I can come on Monday');
    expect(proposedName('', 'I come at 9 a.m.')).toBe('I come at 9 a.m.');
    expect(proposedName('Re:', 'Hello')).toBe('Hello');
    expect(proposedName('', 'Dear Ada,\nélan is all.')).toBe('Élan is all');
    expect(proposedName('iPad', 'x')).toBe('iPad');
    const long = proposedName('', `Hello,\n${'a long sentence about pianos '.repeat(9)}`);
    expect(long.length).toBeLessThanOrEqual(80);
    expect(long).toMatch(/ …$/);
  });
});

describe('brackets', () => {
  it('become blanks, remarks and numbers in them do not', () => {
    const doc = blanksFromBrackets(docFromText('Dear [first name], see [1] and [link](x): [day].'));
    expect(doc.content![0]!.content!.map(({ type, text, attrs }) => text ?? `${type}:${String(attrs!.label)}`)).toEqual(
      ['Dear ', 'blank:first name', ', see [1] and [link](x): ', 'blank:day', '.'],
    );
  });
});

describe('a note as a file', () => {
  it.each(notes)(
    'reads the same as Markdown, HTML and text, written and read again: $name',
    ({ name, subject, body }) => {
      const note = { name, subject: parseDoc(subject), body: parseDoc(body) };
      for (const format of ['md', 'html', 'txt'] as const) {
        const file = writeSingle(format, note, () => '');
        const back = readSingle(`${name.replace(/[^\w ]/g, ' ')}.${format}`, file);
        expect(toLine(parseDoc(back.subject))).toBe(toLine(note.subject));
        const text = (doc: typeof note.body) =>
          toText(doc)
            .replace(/\s*\n\s*/g, '\n')
            .replace(/ {2,}/g, ' ')
            .trim();
        expect(text(parseDoc(back.body)), format).toBe(text(note.body));
      }
    },
  );

  it('keeps formatting in Markdown', () => {
    const source =
      '# Prices\n\nA **bold** *slanted* <u>word</u>, a [link](<https://x.example>) and [day].\n\n- one\n- two\n\n3. three\n\n| a | b |\n| --- | --- |\n| 1 | x\\|y |';
    const doc = parseDoc(blanksFromBrackets(fromMarkdown(source)));
    expect(toMarkdown(doc)).toBe(source);
    expect(doc.firstChild!.type.name).toBe('heading');
  });

  it('takes its name from the file where nothing else says one, and never a path', () => {
    expect(readSingle('my_first-note.txt', 'x').name).toBe('my first note');
    expect(readSingle('x.html', '<title>A &amp; B</title><p>x</p>').name).toBe('A & B');
    expect(toText(parseDoc(readSingle('x.html', '<script>alert(1)</script><p>Safe</p>').body))).toBe('Safe');
  });
});

describe('a table of notes', () => {
  it('is read by the names of its columns, in any order', () => {
    const { cells } = readTable(
      'Cue;Text;Name;Betreff;Shelf\nhum;"Keep [level] percent,\nall year.";Humidity;Your piano;Care/Winter\n;;;;\ntwo words;x;y;;',
    );
    const { notes, problems } = notesOfTable(cells);
    expect(notes).toHaveLength(2);
    expect(notes[0]).toMatchObject({ name: 'Humidity', cue: 'hum', shelf: 'Care/Winter' });
    expect(toText(parseDoc(notes[0]!.body))).toBe('Keep [level] percent,\nall year.');
    expect(problems).toEqual([{ line: 3, problem: { code: 'table.badCue', params: { cue: 'two words' } } }]);
  });

  it('is read without names too, and says which lines are no notes', () => {
    expect(notesOfTable([['Thanks', 'Thank you for your visit.']]).notes[0]).toMatchObject({ name: 'Thanks' });
    expect(notesOfTable([['Only a body, of one column.']]).notes[0]!.name).toBe('Only a body, of one column');
    const { problems } = notesOfTable([
      ['name', 'body'],
      ['empty', ''],
    ]);
    expect(problems).toEqual([{ line: 2, problem: { code: 'table.emptyLine' } }]);
  });
});

describe('a bundle', () => {
  const whole = JSON.stringify({ format: 'jar-note-bundle', version: 1, notes: [{ name: 'x' }], glitter: 1 });

  it('says what is wrong with it', () => {
    expect(() => openBundle('{"format":"jar-note-bundle","version":1,"notes":[{"na')).toThrow('bundle.cutOff');
    expect(() => openBundle('hello')).toThrow('bundle.noBundle');
    expect(() => openBundle('[]')).toThrow('bundle.noBundle');
    expect(() => openBundle('null')).toThrow('bundle.noBundle');
    expect(() => openBundle('{"format":"jar-note-bundle","version":2}')).toThrow('bundle.newer');
    expect(() => openBundle('{"format":"jar-note-bundle"}')).toThrow('bundle.noVersion');
    expect(openBundle('{"format":"jar-note-bundle","version":1,"notes":{},"people":[1]}')).toMatchObject({
      notes: [],
      people: [1],
      wrong: [{ code: 'bundle.noList.notes' }],
    });
  });

  it('is read with fields it does not know, and names them', () => {
    expect(openBundle(whole)).toMatchObject({ notes: [{ name: 'x' }], shelves: [], unknown: ['glitter'] });
  });

  it('renames what notes refer to, however deep', () => {
    expect(renamed({ a: [{ lookup: 'old', n: 1 }], b: null }, new Map([['old', 'new']]))).toEqual({
      a: [{ lookup: 'new', n: 1 }],
      b: null,
    });
  });
});
