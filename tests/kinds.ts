import { docFromText, parseDoc, type DocJson } from '#core/note/schema';
import { checkNote } from '#core/blank/check';
import { toText } from '#core/note/text';
import type { Lookup } from '#core/lookup/lookup';
import { Evaluation } from '#core/blank/evaluate';
import { fill } from '#core/blank/fill';
import { isValue, type Answers, type FillContext } from '#core/blank/kinds/kind';
import { said } from './words';

export const services: Lookup = {
  id: 'S',
  name: 'Services',
  keyColumn: 's',
  columns: [
    { id: 's', name: 'Service', type: 'text' },
    { id: 'p', name: 'Price', type: 'money' },
    { id: 'n', name: 'Note', type: 'text' },
    { id: 'd', name: 'From', type: 'date' },
    { id: 'l', name: 'Page', type: 'link' },
  ],
  rows: [
    { s: 'Tuning', p: '95', n: 'quiet room', d: '2027-01-12', l: 'https://x.example/tuning' },
    { s: 'Voicing', p: '160.5' },
    { s: 'Repair <b>', p: '18', n: 'a & b' },
  ],
};

export const context: FillContext = {
  person: {
    firstName: 'Ines',
    lastName: 'Calloway',
    fullName: 'Ines Calloway',
    address: 'ines@client.example',
    company: '',
    fields: [{ name: 'Instrument', value: 'Marlow 112' }],
  },
  sender: { name: 'Wren Halloway', fields: [] },
  message: {
    subject: 'Re: Booking TB-4471',
    sentAt: Date.UTC(2026, 10, 23, 9),
    text: 'Dear Wren,\n\ncould you come on 8 December or on Thursday? You said £240, later £260.\nThe order number is A-9921.\n\nInes',
  },
  lookups: { S: services },
  now: Date.UTC(2026, 10, 24, 9),
  locale: 'en-GB',
  timeZone: 'Europe/London',
  currency: 'GBP',
  daysOff: { weekdays: [6, 7], days: ['2026-12-25'] },
};

/** CLDR changes the comma after the weekday from one edition to the next. */
export const full = (day: string) =>
  new Intl.DateTimeFormat('en-GB', { dateStyle: 'full', timeZone: 'UTC' }).format(new Date(day));

export type Part = string | DocJson;
export const blank = (label: string, kind: string, options: object = {}): DocJson => ({
  type: 'blank',
  attrs: { label, kind, options },
});
export const inline = (parts: Part[]) =>
  parts.map((part) => (typeof part === 'string' ? { type: 'text', text: part } : part));
export const p = (...parts: Part[]): DocJson => ({ type: 'paragraph', content: inline(parts) });
export const doc = (...blocks: DocJson[]): DocJson => ({ type: 'doc', content: blocks });
export const wording = (...parts: Part[]) => doc(p(...parts));
export const empty = parseDoc(docFromText(''));

export const filled = (body: DocJson, answers: Answers = {}, ctx = context) =>
  fill({ subject: empty, body: parseDoc(body) }, ctx, answers, 'i').body;
export const text = (body: DocJson, answers: Answers = {}, ctx = context) => toText(filled(body, answers, ctx));
export const one = (kind: string, options: object, answer?: string | string[], ctx = context) =>
  text(doc(p(blank('x', kind, options))), answer === undefined ? {} : { x: answer }, ctx);
export const why = (kind: string, options: object, answer?: string | string[], ctx = context) => {
  const outcome = new Evaluation(
    [{ label: 'x', kind, options: options as never }],
    ctx,
    answer === undefined ? {} : { x: answer },
  ).outcome('x');
  return outcome && !isValue(outcome) ? said(outcome.problem) : '';
};
export const control = (kind: string, options: object, ctx = context) =>
  new Evaluation([{ label: 'x', kind, options: options as never }], ctx, {}).control('x');
export const wrong = (...blanks: DocJson[]) =>
  checkNote(empty, parseDoc(doc(p(...blanks))), { S: services }).map(({ problem }) => said(problem));
