import { marksIn } from '../../blank/find/inDoc';
import { openPlaces } from '../../blank/places';
import { phrase } from '../../text/phrase';
import type { Finding } from '../letter/finding';
import type { LookedAt } from '../letter/letter';

/** Blanks that are open, and marks made by hand that were left. */
export function open(draft: LookedAt): Omit<Finding, 'stop'>[] {
  const blanks = (['subject', 'body'] as const).flatMap((part) =>
    openPlaces(draft[part]).map(({ from, label, insertion }) => ({
      kind: 'open-blank' as const,
      about: label,
      words: phrase('look.openBlank', { label }),
      place: { part, pos: from },
      blank: { insertion, label },
    })),
  );
  const marks = (['subject', 'body'] as const).flatMap((part) =>
    marksIn(draft[part]).map(({ from, to, text }) => ({
      kind: 'open-mark' as const,
      about: text,
      words: phrase('look.openMark', { text }),
      place: { part, pos: from, to },
    })),
  );
  return [...blanks, ...marks];
}

/** A subject or a letter in which nothing stands. */
export function empty({ subject, body }: LookedAt): Omit<Finding, 'stop'>[] {
  const isEmpty = (part: typeof subject) => !part.textContent.trim() && !openPlaces(part).length;
  return [
    ...(isEmpty(subject)
      ? [
          {
            kind: 'no-subject' as const,
            about: '',
            words: phrase('look.noSubject'),
            place: { part: 'subject' as const },
          },
        ]
      : []),
    ...(isEmpty(body)
      ? [
          {
            kind: 'nothing-written' as const,
            about: '',
            words: phrase('look.nothingWritten'),
            place: { part: 'body' as const, pos: 0 },
          },
        ]
      : []),
  ];
}
