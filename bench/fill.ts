import { Liquid } from 'liquidjs';
import { fill } from '#core/blank/fill';
import { toHtml } from '#core/note/html';
import { parseDoc } from '#core/note/schema';
import { toText } from '#core/note/text';
import { print, spread, time } from './measure';

/** A note as both sides have it: paragraphs of sentences, some with blanks, each with what is answered. */
interface Sample {
  name: string;
  size: number;
  /** What the sample is filled from, note by note. */
  paragraphs(note: number): (string | { blank: string })[][];
}

const SENTENCES = [
  'Thank you for your message about the piano; I have looked at it and can say this much today. ',
  'The room should be quiet while I work, and the lid is best left closed until I come. ',
  'Please tell me by the end of the week whether this suits you. ',
  'A second visit three weeks later settles what the first has moved & costs half as much. ',
  'I am at the hall on most afternoons. ',
];
const sentence = (i: number) => SENTENCES[i % SENTENCES.length]!;

/** As a note arrives: its texts are whole strings, not ones put together here. */
const overTheWire = (json: unknown): unknown => JSON.parse(JSON.stringify(json));

const SAMPLES: Sample[] = [
  {
    name: 'ten blanks',
    size: 5_000,
    paragraphs: () => Array.from({ length: 10 }, (_, i) => [sentence(0), { blank: `blank${i}` }, ` & ${sentence(0)}`]),
  },
  {
    name: 'varied notes',
    size: 5_000,
    paragraphs: (note) =>
      Array.from({ length: 2 + (note % 9) }, (_, i) =>
        (note + i) % 3 === 0
          ? [sentence(note + i), { blank: `blank${i % 10}` }, `, and ${sentence(i)}`]
          : [sentence(note + i) + sentence(note * 7 + i)],
      ),
  },
  {
    name: 'long notes with few blanks',
    size: 3_000,
    paragraphs: (note) => [
      ['Dear ', { blank: 'blank0' }, ','],
      ...Array.from({ length: 40 }, (_, i) => [sentence(note + i) + sentence(i) + sentence(i + 2)]),
      [sentence(note), { blank: 'blank1' }, '.'],
    ],
  },
];

/** Fills and renders notes to HTML and text, beside a template language rendering the same text. */
export function benchFill(): void {
  for (const sample of SAMPLES) fillSample(sample);
}

function fillSample({ name, size, paragraphs }: Sample): void {
  const engine = new Liquid();
  const subject = parseDoc({ type: 'doc', content: [{ type: 'paragraph' }] });
  const answers = Object.fromEntries(Array.from({ length: 10 }, (_, i) => [`blank${i}`, `answer <${i}>`]));
  const context = { person: null, sender: { name: '', fields: [] }, now: 0, locale: 'en-GB', timeZone: 'UTC' };
  const notes = Array.from({ length: size }, (_, note) => {
    const parts = paragraphs(note);
    const content = parts.map((list) => ({
      type: 'paragraph',
      content: list.map((part) =>
        typeof part === 'string'
          ? { type: 'text', text: part }
          : { type: 'blank', attrs: { label: part.blank, kind: 'text', options: { hint: '' } } },
      ),
    }));
    const html = parts
      .map((list) =>
        list.map((part) => (typeof part === 'string' ? part.replace(/&/g, '&amp;') : `{{ ${part.blank} | escape }}`)),
      )
      .map((list) => `<p style="margin:0">${list.join('')}</p>`);
    const text = parts.map((list) =>
      list.map((part) => (typeof part === 'string' ? part : `{{ ${part.blank} }}`)).join(''),
    );
    return {
      note: { subject, body: parseDoc(overTheWire({ type: 'doc', content })) },
      templates: [engine.parse(html.join('')), engine.parse(text.join('\n'))] as const,
    };
  });
  // One after the other for each note, so that whatever else the machine does falls on both alike.
  const ours: number[] = [];
  const theirs: number[] = [];
  let same = 0;
  for (const { note, templates } of notes) {
    let [mine, its] = ['', ''];
    ours.push(
      ...time([note], () => {
        const { body } = fill(note, context, answers, 'i');
        mine = toHtml(body) + toText(body);
      }),
    );
    theirs.push(
      ...time([templates], ([html, text]) => {
        its = (engine.renderSync(html, answers) as string) + (engine.renderSync(text, answers) as string);
      }),
    );
    if (mine === its) same++;
  }
  const yard = spread(theirs);
  print({
    name: `fill: ${name}`,
    size,
    ...spread(ours),
    ratio: Number((spread(ours).median / yard.median).toFixed(3)),
    same_output: same / size,
  });
  print({ name: `fill: ${name}, liquidjs, parsed beforehand`, size, ...yard, yardstick: true });
}
