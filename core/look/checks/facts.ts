import { placesIn } from '../../blank/places';
import { phrase } from '../../text/phrase';
import type { Finding } from '../letter/finding';
import type { Letter } from '../letter/letter';

/** Facts from lookups that were changed since they were filled, as long as they stand in the letter. */
export function changedFacts({ changedFacts: changed = [], subject, body }: Letter): Omit<Finding, 'stop'>[] {
  return changed.flatMap(({ insertion, place, label, was, now }) => {
    for (const [part, doc] of [
      ['subject', subject],
      ['body', body],
    ] as const) {
      const stands = placesIn(doc).find((other) => other.insertion === insertion && other.place === place);
      if (!stands) continue;
      const words =
        now === null
          ? phrase('look.factGone', { label, was })
          : phrase('look.factChanged', { label, was, now: now || '–' });
      const { from: pos, to } = stands;
      return [{ kind: 'fact-changed' as const, about: `${label}: ${was}`, words, place: { part, pos, to } }];
    }
    return [];
  });
}
