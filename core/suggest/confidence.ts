import type { Evidence } from './past';

/** How a note was ranked: its score, how well its wording fits, and what the past says. */
export interface Ranked {
  id: string;
  score: number;
  fits: number;
  evidence: Evidence;
}

/**
 * What a logistic curve makes of a ranking: how well the wording of the first note fits, how alike the most alike message is that it
 * answered, how far it is ahead, and these together. Fitted on replays of two trades and on the questions of perl-doc, a part of
 * the notes taken away; checked on others (docs/how-it-knows.md).
 */
const CURVE = { base: -2.57, fits: 2, near: -5.46, ahead: -0.23, nearAhead: 11.33, fitsAhead: 7.49 };

/** Below this nothing is offered. */
export const QUIET = 0.25;
/** From here on the list of Waiting names a note. */
export const NAMED = 0.4;

/** How likely it is that the first note of a ranking is the right one, from 0 to 1. */
function ofFirst([first, second]: readonly Ranked[]): number {
  if (!first?.score) return 0;
  const fits = Math.sqrt(first.fits);
  const { near } = first.evidence;
  const ahead = (first.score - (second?.score ?? 0)) / first.score;
  const { base, ...by } = CURVE;
  const x =
    base +
    by.fits * fits +
    by.near * near +
    by.ahead * ahead +
    by.nearAhead * near * ahead +
    by.fitsAhead * fits * ahead;
  return 1 / (1 + Math.exp(-x));
}

/** How likely each note of a ranking is the right one: what the first leaves is shared among the others as they are ranked. */
export function confidences(ranked: readonly Ranked[]): number[] {
  const first = ofFirst(ranked);
  const others = ranked.slice(1).reduce((sum, { score }) => sum + score, 0) || 1;
  return ranked.map(({ score }, i) => (i ? Math.min(first, ((1 - first) * score) / others) : first));
}
