import Fuse from 'fuse.js';
import MiniSearch from 'minisearch';
import { NoteIndex, type SearchNote } from '#core/search';
import { corpus } from './corpus';
import { print, spread, time } from './measure';
import { KINDS, queries } from './queries';

/** So many hits the note search at the caret asks for. */
const LIMIT = 20;

/** Each key press of a query is a query. */
const keystrokes = (text: string) => Array.from({ length: text.length }, (_, i) => text.slice(0, i + 1));

/** Mean reciprocal rank of the wanted note among the first ten. */
function mrr(list: { text: string; id: string }[], find: (query: string) => string[]): number {
  const sum = list.reduce((total, { text, id }) => {
    const at = find(text).slice(0, 10).indexOf(id);
    return total + (at < 0 ? 0 : 1 / (at + 1));
  }, 0);
  return Number((sum / list.length).toFixed(4));
}

/** Search over 10,000 notes, each keystroke a query, beside two libraries of the registry over the same notes. */
export function benchSearch(root: string, size: number, held: boolean): void {
  const notes = corpus(root, size);
  const ours = new NoteIndex();
  const building = time([notes], (all) => all.forEach((note) => ours.put(note)));

  const fields = ['name', 'body'];
  const plain = new MiniSearch<SearchNote>({ fields });
  plain.addAll(notes);
  // Its best setting of those tried on the queries for tuning: with a boost of the name it finds less.
  const best = { prefix: true, fuzzy: 0.2, combineWith: 'AND' } as const;
  const fuse = new Fuse(notes, { keys: fields, ignoreLocation: true });

  // A scan of every note is slow: fewer queries are enough to see where it stands.
  const finders: [string, (query: string) => string[], number][] = [
    ['jar note', (query) => ours.search(query, { limit: LIMIT }).map(({ id }) => id), 1],
    ['minisearch, defaults', (query) => plain.search(query).map(({ id }) => id as string), 1],
    ['minisearch, best setting', (query) => plain.search(query, best).map(({ id }) => id as string), 1],
    ['fuse.js, anywhere in the text', (query) => fuse.search(query, { limit: LIMIT }).map(({ item }) => item.id), 20],
  ];
  const lists = KINDS.map((kind) => [kind, queries(notes, kind, 1000, held)] as const);
  const typed = lists[0]![1].slice(0, 300).flatMap(({ text }) => keystrokes(text));
  const rows = finders.map(([name, find, thin]) => {
    find('warm up');
    const times = time(
      typed.filter((_, i) => i % (thin > 1 ? 500 : 1) === 0),
      find,
    );
    const quality = Object.fromEntries(
      // The slow one is asked the three ordinary kinds only.
      lists.slice(0, thin > 1 ? 3 : undefined).map(([kind, list]) => [
        kind,
        mrr(
          list.filter((_, i) => i % thin === 0),
          find,
        ),
      ]),
    );
    return {
      name: `search: ${name}`,
      size: notes.length,
      ...spread(times),
      queries: held ? 'held out' : 'tuning',
      ...quality,
    };
  });
  const yardstick = rows[2]!.median;
  for (const row of rows) print({ ...row, ratio: Number((row.median / yardstick).toFixed(3)) });
  print({ name: 'search: index made', size: notes.length, ...spread(building) });

  // What a change costs is the change and the next query together, since an index may leave work to the query.
  const changed = notes.filter((_, i) => i % 50 === 0);
  const asked = lists[0]![1];
  const first = (index: NoteIndex, change: (note: SearchNote) => SearchNote) =>
    spread(
      time(changed, (note) => {
        index.put(change(note));
        index.search(asked[Number(note.id) % asked.length]!.text, { limit: LIMIT });
      }),
    );
  print({
    name: 'search: a note used, and the first query after',
    size: notes.length,
    ...first(ours, (note) => ({ ...note, used: 1, lastUsed: 1 })),
  });
  const theirs = spread(
    time(changed, (note) => {
      plain.replace({ ...note, body: `${note.body} changed${note.id}` });
      plain.search(asked[Number(note.id) % asked.length]!.text, best);
    }),
  );
  const changing = first(ours, (note) => ({ ...note, body: `${note.body} changed${note.id}` }));
  print({
    name: 'search: a note changed, and the first query after',
    size: notes.length,
    ...changing,
    ratio: Number((changing.median / theirs.median).toFixed(3)),
  });
  print({ name: 'search: the same, minisearch, best setting', size: notes.length, ...theirs, yardstick: true });
}
