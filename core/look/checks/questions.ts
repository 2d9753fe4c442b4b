import { answeredBy } from '../../asks/answered';
import { asksIn } from '../../asks/asks';
import { phrase } from '../../text/phrase';
import type { Finding } from '../letter/finding';
import type { Letter } from '../letter/letter';

/** So much of a question is named. */
const NAMED = 70;

/** Questions of the message that the letter does not speak of, where it asked several. */
export function openQuestions(letter: Letter): Omit<Finding, 'stop'>[] {
  const { original, answeredAsks, mode, text } = letter;
  if (!answeredAsks || !original || (mode !== 'reply' && mode !== 'reply-all') || !text.trim()) return [];
  const asks = asksIn(original.text);
  const answered = answeredBy(asks, text, new Set(answeredAsks));
  return asks.flatMap(({ text }, i) => {
    if (answered[i]) return [];
    const short = text.length > NAMED ? `${text.slice(0, NAMED).trimEnd()}…` : text;
    return [
      {
        kind: 'question-open' as const,
        about: String(i),
        words: phrase('look.questionOpen', { number: i + 1, text: short }),
        place: { part: 'body' as const },
      },
    ];
  });
}
