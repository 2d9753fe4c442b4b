import { NearIndex } from '../near/index';
import type { Ways } from '../blank/find/candidate';
import { partsOf, textOfParts, type Part, type Written } from './varying';

/** A wording that was written several times by hand. */
export interface Repeated {
  id: string;
  /** In how many letters it stands. */
  count: number;
  /** As it was written in the latest letters, the latest first. */
  letters: Written[];
}

/** One of them as it is told: what stays in it and what changes. */
export interface Told {
  id: string;
  count: number;
  parts: Part[];
}

/** From this share on a wording stands in a note, and needs no other. */
export const IN_NOTE = 0.6;
/** A sentence that is written so seldom without its paragraph is told with it. */
const ALONE = 1.5;
/** From this likeness on two are one wording (`core/near`). */
const SAME = 0.5;
/** And when the shorter is so much of the longer one. */
const LONG = 0.75;
const MOST_NEAR = 5;
/** From this share on a sentence stands in a paragraph. */
const INSIDE = 0.8;

/**
 * Which of the wordings written again and again are worth telling, what was written most often first: those that stand in
 * no note, and of a paragraph and its sentences the paragraph, unless the sentence is written much more often.
 * @param notes the wordings of the library, and of what was deleted from it lately
 */
export function worthTelling(all: Repeated[], notes: string[], ways: Ways): Told[] {
  const library = new NearIndex();
  notes.forEach((text, i) => library.put(String(i), text));
  const told: Told[] = [];
  for (const one of all) {
    const parts = partsOf(one.letters, ways);
    if (!parts || library.holding(textOfParts(parts), IN_NOTE).length) continue;
    told.push({ id: one.id, count: one.count, parts });
  }
  const index = new NearIndex();
  for (const { id, parts } of told) index.put(id, textOfParts(parts));
  const counts = new Map(told.map(({ id, count }) => [id, count]));
  const lengths = new Map(told.map(({ id, parts }) => [id, textOfParts(parts).length]));
  const isPart = ({ id, count, parts }: Told) =>
    index
      .holding(textOfParts(parts), INSIDE)
      .some((hit) => hit.id !== id && lengths.get(hit.id)! > lengths.get(id)! && counts.get(hit.id)! * ALONE >= count);
  const order = told.sort((a, b) => b.count - a.count || (a.id < b.id ? -1 : 1));
  // Of one wording that was taken for two, the one that was written more often.
  const known = new NearIndex();
  const isTold = (text: string) =>
    known
      .near(text, { least: SAME, limit: MOST_NEAR })
      .some(({ id }) => Math.min(text.length, lengths.get(id)!) >= LONG * Math.max(text.length, lengths.get(id)!));
  return order.filter((one) => {
    const text = textOfParts(one.parts);
    if (isPart(one) || isTold(text)) return false;
    known.put(one.id, text);
    return true;
  });
}
