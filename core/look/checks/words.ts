import { phrase } from '../../text/phrase';
import { isSlipWord } from '../../slip/table';
import type { Finding } from '../letter/finding';
import { placeIn, type Letter } from '../letter/letter';

/** Words that rightly stand twice: "I know that that works", "he had had it", "die, die …" and the like (common practice, no source). */
const TWICE_IS_RIGHT =
  /^(?:that|had|very|so|no|bye|ha|ho|well|there|die|der|das|sie|ihr|was|den|dem|eine?r?|nous|vous|muy|bis|long|many|more|far|knock|now|hm+|hip|again|moin)$/iu;
/** Behind these a second "is" says something of the first. */
const WHAT_IS = /(?:^|\s)(?:what|whatever|it|this|that)\s$/iu;

/** A word that stands twice in a row. */
export function wordTwice(letter: Letter): Omit<Finding, 'stop'>[] {
  const found: Omit<Finding, 'stop'>[] = [];
  for (const line of letter.lines) {
    for (const match of line.text.matchAll(
      /(?<![\p{L}\p{M}\p{N}'’-])(\p{L}[\p{L}\p{M}'’]*)([ \u00a0]+)(\1)(?![\p{L}\p{M}\p{N}'’-])/giu,
    )) {
      const [whole, first, , second] = match as unknown as [string, string, string, string];
      const isNamed = /^\p{Lu}/u.test(first) && /^\p{Lu}/u.test(second);
      if (isNamed || TWICE_IS_RIGHT.test(first)) continue;
      if (/^is$/i.test(first) && WHAT_IS.test(line.text.slice(0, match.index))) continue;
      found.push({
        kind: 'word-twice',
        about: whole.toLowerCase(),
        words: phrase('look.wordTwice', { word: first }),
        place: placeIn(line, match.index, whole.length),
        mend: { type: 'text', text: first },
      });
    }
  }
  return found;
}

/** Slips that were not put right while they were typed. */
export function slips(letter: Letter): Omit<Finding, 'stop'>[] {
  const { slips: table } = letter;
  if (!table?.size) return [];
  const found: Omit<Finding, 'stop'>[] = [];
  for (const line of letter.lines) {
    for (const match of line.text.matchAll(
      /(?<![\p{L}\p{M}\p{N}@./_'’-])\p{L}[\p{L}\p{M}'’-]*(?![\p{L}\p{M}\p{N}@/_]|\.\p{L})/gu,
    )) {
      const [word] = match;
      const meant = isSlipWord(word) ? table.meantBy(word) : null;
      if (meant === null) continue;
      found.push({
        kind: 'slip',
        about: word.toLowerCase(),
        words: phrase('look.slip', { word, meant }),
        place: placeIn(line, match.index, word.length),
        mend: { type: 'text', text: meant },
      });
    }
  }
  return found;
}
