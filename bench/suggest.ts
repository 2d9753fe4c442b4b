import { confidences, type Ranked } from '#core/suggest/confidence';
import { MIX, Suggester, type Asked, type Mix } from '#core/suggest/suggest';
import { messageTerms } from '#core/suggest/terms';
import { words } from '#core/search/words';
import type { SearchNote } from '#core/search';
import { TRADES } from '../tests/suggest/cases';
import { corpus, seeded } from './corpus';
import { faq, FAQS, type Pair } from './faq';
import { asWritten, letterbox, type Letterbox } from './letterbox';
import { print, spread, time, type Row } from './measure';

const START = Date.UTC(2026, 0, 1);
const HOUR_MS = 3_600_000;

/** What ranks notes for a message, and learns what answered it. */
interface Ranker {
  name: string;
  rank(asked: Asked, now: number): { id: string; score: number }[];
  learn(asked: Asked, note: string, now: number): void;
}

export function ours(notes: Letterbox['notes'], mix: Mix = MIX): Ranker {
  const suggester = new Suggester(mix);
  for (const note of notes) suggester.put(note);
  return {
    name: 'jar note',
    rank: (asked, now) => suggester.rank(asked, now),
    learn({ id, subject, text, person, isLater }, note, at) {
      suggester.learn({ message: id, note, person, isLater, at, taken: true, ...messageTerms(subject, text) });
    },
  };
}

/** Only ours says how sure it is. */
const isRanked = (list: { id: string; score: number }[]): list is Ranked[] => !list.length || 'evidence' in list[0]!;

const order = (scores: Map<string, number>) =>
  [...scores].map(([id, score]) => ({ id, score })).sort((a, b) => b.score - a.score || (a.id < b.id ? -1 : 1));

const counted = (text: string) => {
  const counts = new Map<string, number>();
  for (const { term } of words(text)) counts.set(term, (counts.get(term) ?? 0) + 1);
  return counts;
};

/** BM25 as printed by Robertson and Zaragoza (2009, section 3.4), k1 1.2 and b 0.75, over the words of some texts. */
export function bm25(texts: { id: string; text: string }[]): (query: string) => Map<string, number> {
  const docs = texts.map(({ id, text }) => ({ id, counts: counted(text), length: words(text).length }));
  const average = docs.reduce((sum, { length }) => sum + length, 0) / Math.max(1, docs.length);
  const holders = new Map<string, number>();
  for (const { counts } of docs) for (const term of counts.keys()) holders.set(term, (holders.get(term) ?? 0) + 1);
  return (query) => {
    const scores = new Map<string, number>();
    for (const { id, counts, length } of docs) {
      let score = 0;
      for (const term of counted(query).keys()) {
        const tf = counts.get(term) ?? 0;
        const n = holders.get(term) ?? 0;
        const idf = Math.log(1 + (docs.length - n + 0.5) / (n + 0.5));
        if (tf) score += (idf * tf * 2.2) / (tf + 1.2 * (0.25 + (0.75 * length) / average));
      }
      scores.set(id, score);
    }
    return scores;
  };
}

/** The yardsticks: the wording of the notes alone, what is used most, and the most alike message answered before. */
export function yardsticks(notes: Letterbox['notes']): Ranker[] {
  const find = bm25(notes.map(({ id, name, body }) => ({ id, text: `${name} ${body}` })));
  const uses = new Map(notes.map(({ id }) => [id, 0]));
  const past: { id: string; text: string }[] = [];
  return [
    { name: 'bare BM25', rank: ({ text }) => order(find(text)), learn: () => {} },
    { name: 'most used first', rank: () => order(uses), learn: (_, note) => uses.set(note, (uses.get(note) ?? 0) + 1) },
    {
      name: 'nearest past message alone',
      rank({ text }) {
        const near = new Map<string, number>();
        bm25(past.map(({ text }, i) => ({ id: String(i), text })))(text).forEach((score, i) => {
          const { id } = past[Number(i)]!;
          near.set(id, Math.max(near.get(id) ?? 0, score));
        });
        return order(near);
      },
      learn: ({ text }, id) => past.push({ id, text }),
    },
  ];
}

/** How often the right note came first, and among the first three. */
export interface Hits {
  messages: number;
  'hit@1': number;
  'hit@3': number;
}

const hits = (ranks: number[]): Hits => ({
  messages: ranks.length,
  'hit@1': Number((ranks.filter((rank) => rank === 0).length / (ranks.length || 1)).toFixed(3)),
  'hit@3': Number((ranks.filter((rank) => rank >= 0 && rank < 3).length / (ranks.length || 1)).toFixed(3)),
});

const asked = (i: number, text: string): Asked => ({ id: String(i), subject: '', text, person: '', isLater: false });

const answers = (pairs: Pair[]) =>
  pairs.map(({ answer }, i) => ({ id: String(i), name: '', subject: '', body: answer }));

/** No history: each question of a list finds its answer among all answers. */
export function cold(pairs: Pair[], make: (notes: Letterbox['notes']) => Ranker): Hits {
  const ranker = make(answers(pairs));
  return hits(
    pairs.map(({ question }, i) => ranker.rank(asked(-1, question), START).findIndex(({ id }) => id === String(i))),
  );
}

/** How sure the first offer is for each question of a list, every fifth answer taken away, and whether it is right. */
export function coldTold(pairs: Pair[]): Told[] {
  const ranker = ours(answers(pairs).filter((_, i) => i % 5));
  return pairs.map(({ question }, i) => {
    const ranked = ranker.rank(asked(-1, question), START) as Ranked[];
    return { sure: confidences(ranked.slice(0, 10))[0] ?? 0, right: ranked[0]?.id === String(i) };
  });
}

/** One answer of a replay: how sure the first offer was, and whether it was right. */
export interface Told {
  sure: number;
  right: boolean;
}

/**
 * A replay: each letter is predicted from what was answered before it, and then learnt. Counted are letters whose note had been used
 * `after` times; how sure each first offer was is told for all of them, those without a note included.
 */
export function replay({ notes, letters }: Letterbox, ranker: Ranker, after: number) {
  const uses = new Map<string, number>();
  const ranks: number[] = [];
  const fresh: number[] = [];
  const told: Told[] = [];
  letters.forEach(({ note, text, isNew }, i) => {
    const now = START + i * HOUR_MS;
    const message = asked(i, text);
    const ranked = ranker.rank(message, now);
    if (isRanked(ranked))
      told.push({ sure: confidences(ranked.slice(0, 10))[0] ?? 0, right: Boolean(note) && ranked[0]?.id === note });
    if (note && (uses.get(note) ?? 0) >= after) {
      const rank = ranked.findIndex(({ id }) => id === note);
      ranks.push(rank);
      if (isNew) fresh.push(rank);
    }
    if (!note) return;
    ranker.learn(message, note, now);
    uses.set(note, (uses.get(note) ?? 0) + 1);
  });
  return { ...hits(ranks), newWords: hits(fresh), told, notes: notes.length };
}

/** The mean distance of what was said from what was true, over tenths of sureness weighed by how many fall in each (expected calibration error). */
export function calibration(told: Told[]): { error: number; tenths: { said: number; true: number; count: number }[] } {
  const tenths = Array.from({ length: 10 }, (_, i) => {
    const some = told.filter(({ sure }) => Math.min(9, Math.floor(sure * 10)) === i);
    const mean = (of: (one: Told) => number) => some.reduce((sum, one) => sum + of(one), 0) / (some.length || 1);
    return {
      said: Number(mean(({ sure }) => sure).toFixed(2)),
      true: Number(mean(({ right }) => Number(right)).toFixed(2)),
      count: some.length,
    };
  });
  const error = tenths.reduce((sum, one) => sum + (Math.abs(one.said - one.true) * one.count) / told.length, 0);
  return { error: Number(error.toFixed(3)), tenths: tenths.filter(({ count }) => count) };
}

/** The words of the notes of a large library drawn as often as they stand there, for messages and past answers of ordinary length. */
function speak(notes: SearchNote[], seed: number): (length: number) => string {
  const all = notes.flatMap(({ body }) => body.split(' '));
  const random = seeded(seed);
  return (length) => Array.from({ length }, () => all[random(all.length)]!).join(' ');
}

/** How long one message takes with so many notes and past answers. */
function speed(root: string, size: number, past: number): Row {
  const notes = corpus(root, size);
  const suggester = new Suggester();
  for (const note of notes) suggester.put(note);
  const random = seeded(12);
  const say = speak(notes, 7);
  for (let i = 0; i < past; i++) {
    const { id } = notes[random(notes.length)]!;
    const person = `p${random(3_000)}@example.org`;
    const terms = messageTerms(say(4), `${say(12)}. Could you ${say(10)}?`);
    suggester.learn({
      message: String(i),
      note: id,
      person,
      isLater: false,
      at: START + i * 60_000,
      taken: true,
      ...terms,
    });
  }
  const now = START + past * 60_000;
  const letters = Array.from({ length: 300 }, (_, i) => ({
    ...asked(-1 - i, `${say(60)}. Could you ${say(12)}? How ${say(10)}?`),
    person: `p${random(3_000)}@example.org`,
  }));
  for (const letter of letters.slice(0, 20)) suggester.offers(letter, now);
  const times = time(letters, (letter) => suggester.offers(letter, now));
  const bare = bm25(notes.map(({ id, name, body }) => ({ id, text: `${name} ${body}` })));
  const theirs = spread(time(letters.slice(0, 20), ({ text }) => bare(text)));
  const ratio = Number((spread(times).median / theirs.median).toFixed(3));
  return { name: `suggest: a message, ${past} past answers`, size, ...spread(times), ratio, asks: 2 };
}

/** The right note for a message: without history, with it, how true its sureness is, and how long it takes. */
export function benchSuggest(root: string): void {
  const makers = (notes: Letterbox['notes']) => [ours(notes), ...yardsticks(notes)];
  const untimed = { median: 0, p95: 0, ratio: 0 };
  const held: Told[] = [];
  for (const name of FAQS) {
    const pairs = faq(name);
    if (!pairs.length) {
      console.log(
        JSON.stringify({ name: `suggest: no history, ${name}`, missing: `install the Debian package ${name}` }),
      );
      continue;
    }
    const role = name === 'perl-doc' ? 'tuned on' : 'held out';
    for (const i of [0, 1])
      print({
        name: `suggest: no history, ${name}`,
        size: pairs.length,
        ...untimed,
        by: i ? 'bare BM25' : 'jar note',
        role,
        ...cold(pairs, (notes) => makers(notes)[i]!),
      });
    if (role === 'held out') held.push(...coldTold(pairs));
  }
  const boxes: [string, string, Letterbox][] = [
    ['piano and flats', 'tuned on', letterbox(['piano', 'flats'], 77, 500, 15)],
    ['school', 'held out', letterbox(['school'], 31, 500, 15)],
    ['all three trades', 'a third held out', letterbox(TRADES, 31, 500, 15)],
    ['school, no two in the same words', 'held out', asWritten(['school'], 31)],
  ];
  for (const [name, role, box] of boxes) {
    for (const ranker of makers(box.notes)) {
      const { told, ...found } = replay(box, ranker, 5);
      print({
        name: `suggest: replay, ${name}`,
        size: box.letters.length,
        ...untimed,
        by: ranker.name,
        role,
        ...found,
      });
      if (told.length && role !== 'tuned on') held.push(...told);
    }
  }
  print({
    name: 'suggest: how true its sureness is, all that is held out',
    size: held.length,
    ...untimed,
    ...calibration(held),
  });
  print(speed(root, 10_000, 0));
  print(speed(root, 10_000, 100_000));
}
