import { describe, expect, it } from 'vitest';
import type { Draft } from '#shared/types/wire';
import { NO_HANDLING } from '#shared/utils/noHandling';
import { docFromText, parseDoc, type DocJson } from '#core/note/schema';
import { toText } from '#core/note/text';
import { keepingOfDraft, noteOf, originOf } from './keeping';

const read = (body: DocJson) => toText(parseDoc(body));
const box = (name: string, address: string) => ({ name, address });

const draft = (part: Partial<Draft>): Draft => ({
  ...{
    id: 'd',
    version: 1,
    updatedAt: 0,
    mode: 'reply',
    originalId: null,
    state: 'open',
    problem: null,
    openBlanks: 0,
  },
  handling: NO_HANDLING,
  ...{ subjectText: '', preview: '', quote: true, fills: {}, attachments: [], bcc: [], signature: null, silenced: [] },
  mailboxId: null,
  to: [box('Ada Marsh', 'ada@x.example')],
  cc: [box('Office', 'office@x.example')],
  subject: docFromText('Re: AW: Your piano'),
  body: docFromText('Dear Ada,\n\nI can come.'),
  ...part,
});
const keep = (part: Partial<Draft>, isPart = false, signature = '') => {
  const whole = draft(part);
  return keepingOfDraft(whole, parseDoc(whole.body), isPart, [signature]);
};

describe('what a draft gives for a note', () => {
  it('is its wording, with a name and a subject without the marks of a reply, and who is copied', () => {
    expect(keep({})).toMatchObject({
      name: 'Your piano',
      subject: docFromText('Your piano'),
      cc: [{ address: 'office@x.example' }],
      person: { address: 'ada@x.example' },
      signature: null,
    });
  });

  it('has the blanks of every note that stands in it, two of one label that ask different things under their own', () => {
    const filled = (insertion: string, label: string, words: string, place = '0') => ({
      type: 'text',
      text: words,
      marks: [{ type: 'filled', attrs: { insertion, place, label, value: words, around: '' } }],
    });
    const line = (...content: object[]) => ({ type: 'paragraph', content });
    const asked = (kind: string, label: string) => ({ label, kind, options: {} });
    const fill = (...blanks: object[]) => ({ blanks, answers: {}, passages: {} });
    const { body } = keep({
      body: {
        type: 'doc',
        content: [
          line({ type: 'text', text: 'Dear ' }, filled('a', 'name', 'Ada'), { type: 'text', text: ',' }),
          line({ type: 'text', text: 'On ' }, filled('a', 'day', 'Monday'), { type: 'text', text: '.' }),
          line({ type: 'text', text: 'Yours, ' }, filled('b', 'name', 'Ada'), filled('b', 'day', '2 May', '1')),
        ] as DocJson[],
      },
      fills: {
        a: fill(asked('text', 'name'), asked('text', 'day')),
        b: fill(asked('text', 'name'), asked('date', 'day')),
      } as never,
    });
    expect(read(body)).toBe('Dear [name],\nOn [day].\nYours, [name][day 2]');
    expect(JSON.stringify(body)).not.toMatch(/Ada|Monday|2 May/);
  });

  it('is without the own signature, which can be put back', () => {
    const keeping = keep(
      { body: docFromText('Dear Ada,\n\nI can come.\n\nKind regards\nWren') },
      false,
      'Kind regards\nWren',
    );
    expect(read(keeping.body)).toBe('Dear Ada,\n\nI can come.');
    expect(read(keeping.signature!)).toBe('Kind regards\nWren');
  });

  it('of a selected part is named by its words, and takes neither subject, recipients nor attachments', () => {
    const paper = { file: 'f'.repeat(64), name: 'prices.pdf', type: 'application/pdf', size: 1 };
    const body = docFromText('The room should be at 45 per cent.');
    const part = keepingOfDraft(draft({ attachments: [paper] }), parseDoc(body), true, ['']);
    expect(part).toMatchObject({ name: 'The room should be at 45 per cent', cc: [], attachments: [] });
    expect(read(part.subject)).toBe('');
    expect(keep({ attachments: [paper] }).attachments).toEqual([paper]);
  });

  it('becomes a note with nothing but what was kept', () => {
    expect(noteOf(keep({}))).toMatchObject({ name: 'Your piano', cue: '', shelfId: null, pinned: false, to: [] });
  });
});

describe('whom wording was written to', () => {
  it('is told from the person as known, and from the address otherwise', () => {
    expect(originOf(box('Ada Marsh', 'ada@x.example'), null)).toMatchObject({ firstName: 'Ada', lastName: 'Marsh' });
    const known = { firstName: 'Adelheid', lastName: '', fullName: '', company: 'Marsh & Co' } as never;
    expect(originOf(box('Ada Marsh', 'ada@x.example'), known)).toMatchObject({
      firstName: 'Adelheid',
      lastName: 'Marsh',
      company: 'Marsh & Co',
    });
    expect(originOf(null, null)).toMatchObject({ firstName: '', address: '' });
  });
});
