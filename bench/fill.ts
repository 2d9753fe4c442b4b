import { Liquid } from 'liquidjs';
import { fill } from '../core/blank/fill';
import { toHtml } from '../core/note/html';
import { parseDoc } from '../core/note/schema';
import { toText } from '../core/note/text';
import { print, spread, time } from './measure';

const SENTENCE = 'Thank you for your message about the piano; I have looked at it and can say this much today. ';

/** Fills and renders notes with ten blanks each to HTML and text, beside a template language rendering the same text. */
export function benchFill(size: number): void {
  const numbers = Array.from({ length: 10 }, (_, i) => i);
  const json = {
    type: 'doc',
    content: numbers.map((i) => ({
      type: 'paragraph',
      content: [
        { type: 'text', text: SENTENCE },
        { type: 'blank', attrs: { label: `blank ${i}`, kind: 'text', options: { hint: '' } } },
        { type: 'text', text: ` & ${SENTENCE}` },
      ],
    })),
  };
  const subject = parseDoc({ type: 'doc', content: [{ type: 'paragraph' }] });
  const notes = Array.from({ length: size }, () => ({ subject, body: parseDoc(json) }));
  const answers = Object.fromEntries(numbers.map((i) => [`blank ${i}`, `answer <${i}>`]));
  const context = { person: null, sender: { name: '', fields: [] }, now: 0, locale: 'en-GB', timeZone: 'UTC' };
  const engine = new Liquid();
  const html = numbers
    .map((i) => `<p style="margin:0">${SENTENCE}{{ blank${i} | escape }} &amp; ${SENTENCE}</p>`)
    .join('');
  const text = numbers.map((i) => `${SENTENCE}{{ blank${i} }} & ${SENTENCE}`).join('\n');
  const templates = notes.map(() => [engine.parse(html), engine.parse(text)] as const);
  const values = Object.fromEntries(numbers.map((i) => [`blank${i}`, `answer <${i}>`]));
  // One after the other for each note, so that whatever else the machine does falls on both alike.
  const ours: number[] = [];
  const theirs: number[] = [];
  for (const [i, note] of notes.entries()) {
    ours.push(
      ...time([note], () => {
        const { body } = fill(note, context, answers, 'i');
        return [toHtml(body), toText(body)];
      }),
    );
    theirs.push(...time([templates[i]!], ([a, b]) => [engine.renderSync(a, values), engine.renderSync(b, values)]));
  }

  const same = engine.renderSync(templates[0]![0], values) === toHtml(fill(notes[0]!, context, answers, 'i').body);
  const yard = spread(theirs);
  print({
    name: 'fill: jar note',
    size,
    ...spread(ours),
    ratio: Number((spread(ours).median / yard.median).toFixed(3)),
    same_output: same,
  });
  print({ name: 'fill: liquidjs, parsed beforehand', size, ...yard });
}
