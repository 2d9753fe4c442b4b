import { openPlaces } from '../../blank/places';
import { phrase } from '../../text/phrase';
import type { Finding } from '../letter/finding';
import type { LookedAt } from '../letter/letter';

/** Blanks that are open. */
export function open(draft: LookedAt): Omit<Finding, 'stop'>[] {
  return (['subject', 'body'] as const).flatMap((part) =>
    openPlaces(draft[part]).map(({ from, label, insertion }) => ({
      kind: 'open-blank' as const,
      about: label,
      words: phrase('look.openBlank', { label }),
      place: { part, pos: from },
      blank: { insertion, label },
    })),
  );
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
