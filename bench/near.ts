import { likeness, NEAR, NearIndex } from '#core/near';
import { shared, shingles } from '#core/near/shingles';
import { corpus, seeded } from './corpus';
import { print, spread, time } from './measure';

/** A text as somebody writes it again: every `one in` words another one, a stretch left out, a sentence put in. */
function edited(text: string, one: number, random: (below: number) => number, others: string[]): string {
  const words = text.split(' ').map((word) => (random(one) === 0 ? others[random(others.length)]! : word));
  if (words.length > 30 && random(2)) words.splice(random(words.length - 8), 6);
  if (random(2)) words.splice(random(words.length), 0, ...others.slice(random(others.length - 8)).slice(0, 7));
  return words.join(' ');
}

/** Notes nearly the same, among 10,000, beside comparing each with each. */
export function benchNear(root: string, size: number): void {
  const notes = corpus(root, size);
  const random = seeded(4242);
  const others = notes.slice(0, 60).flatMap(({ body }) => body.split(' '));
  const index = new NearIndex();
  const start = performance.now();
  for (const { id, name, body } of notes) index.put(id, `${name}\n${body}`);
  index.near(notes[0]!.body);
  print({ name: 'near: index made', size, median: Math.round(performance.now() - start), p95: 0 });

  const long = notes.filter(({ body }) => body.split(' ').length >= 20);
  const asked = Array.from({ length: 300 }, () => long[random(long.length)]!);
  const sets = notes.map(({ name, body }) => shingles(`${name}\n${body}`));
  for (const one of [20, 10, 6]) {
    const queries = asked.map(({ id, body }) => ({ id, text: edited(body, one, random, others) }));
    const times = time(queries, ({ text }) => index.near(text));
    const found = queries.filter(({ id, text }) => index.near(text).some((hit) => hit.id === id)).length;
    const plain = time(queries.slice(0, 20), ({ text }) => {
      const wanted = shingles(text);
      return sets.filter((set) => likeness(shared(wanted, set), wanted.length, set.length) >= NEAR);
    });
    const ours = spread(times);
    print({
      name: `near: one word in ${one} changed`,
      size,
      ...ours,
      ratio: Number((ours.median / spread(plain).median).toFixed(4)),
      found: Number((found / queries.length).toFixed(3)),
    });
  }
  // Unrelated texts: the second half of notes nobody wrote again.
  const strangers = notes.filter((_, i) => i % 40 === 0);
  const wrong = strangers.filter(({ id, body }) => index.near(body, { except: id }).length);
  print({
    name: 'near: notes of the corpus that have another one nearly the same',
    size: strangers.length,
    median: 0,
    p95: 0,
    share: Number((wrong.length / strangers.length).toFixed(3)),
  });
}
