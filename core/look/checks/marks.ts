import { marksIn } from '../../blank/find/inDoc';
import { phrase } from '../../text/phrase';
import type { Finding } from '../letter/finding';
import type { LookedAt } from '../letter/letter';

/** Marks made by hand that were left. */
export function openMarks(draft: LookedAt): Omit<Finding, 'stop'>[] {
  return (['subject', 'body'] as const).flatMap((part) =>
    marksIn(draft[part]).map(({ from, to, text }) => ({
      kind: 'open-mark' as const,
      about: text,
      words: phrase('look.openMark', { text }),
      place: { part, pos: from, to },
    })),
  );
}
