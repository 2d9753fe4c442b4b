import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common';
import { phrase, type Phrase } from '#core/text/phrase';
import { fold } from '#core/text/fold';

/** Of a longer one only so much is looked at: what comes behind makes nothing weaker. */
const LOOKED_AT = 100;
/** So many letters and digits beside one's own name and address are a password of their own. */
const OWN_LETTERS = 6;
/** Found within so many guesses (10^6), a password is on a list or as good as that. */
const WEAKEST = 2;

let estimator: ZxcvbnFactory | null = null;

/**
 * What is wrong with a new password: it is one of those tried first (lists of common passwords, rows of keys, one sign again
 * and again), or little more than the name and address of who chooses it. NIST SP 800-63B 5.1.1.2 asks for both.
 * @returns null when nothing is
 */
export function passwordProblem(password: string, own: { name: string; address: string }): Phrase | null {
  const words = `${own.name} ${own.address}`
    .split(/[^\p{L}\p{N}]+/u)
    .map(fold)
    .filter((word) => word.length > 2)
    .sort((a, b) => b.length - a.length);
  const start = password.slice(0, LOOKED_AT);
  const left = words.reduce((text, word) => text.replaceAll(word, ' '), fold(start)).replace(/[^\p{L}\p{N}]/gu, '');
  if (left.length < OWN_LETTERS && words.some((word) => fold(start).includes(word)))
    return phrase('invalid.ownDataPassword');
  estimator ??= new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs });
  return estimator.check(start, words).score < WEAKEST ? phrase('invalid.commonPassword') : null;
}
