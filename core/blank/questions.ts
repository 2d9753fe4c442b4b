import type { Node } from '@tiptap/pm/model';
import { blankKey } from './key';
import { valueOf, type Answers } from './fill';
import type { Control, FillContext, FillValue } from './kind';
import { answerEdits, placesIn } from './places';

/** A blank of a draft as the fill list shows it: once for each insertion, however many places it stands in. */
export interface DraftQuestion {
  insertion: string;
  key: string;
  label: string;
  kind: string;
  control: Control;
  /** What stands in the letter; empty while open. */
  text: string;
  /** `known` filled itself, `answered` was typed, `edited` was changed by hand in every place, `open` waits. */
  state: 'known' | 'answered' | 'edited' | 'open';
  /** How many places it stands in. */
  places: number;
}

/** The questions of a draft in reading order, worked out from the places that still stand in it. */
export function questionsIn(parts: Node[], context: FillContext, answers: Record<string, Answers>): DraftQuestion[] {
  const questions = new Map<string, DraftQuestion>();
  for (const doc of parts) {
    for (const { blank, state, text } of placesIn(doc)) {
      const key = blankKey(blank.label);
      const id = `${blank.insertion}\n${key}`;
      const known = questions.get(id);
      if (!known) {
        const { control } = valueOf(blank, context, {});
        const typed = answers[blank.insertion]?.[key] !== undefined;
        questions.set(id, {
          insertion: blank.insertion,
          key,
          label: blank.label,
          kind: blank.kind,
          control,
          text,
          state: state === 'filled' ? (typed ? 'answered' : 'known') : state,
          places: 1,
        });
        continue;
      }
      known.places++;
      if (known.state === 'edited' && state !== 'edited') {
        known.text = text;
        known.state =
          state === 'filled' ? (answers[blank.insertion]?.[key] !== undefined ? 'answered' : 'known') : state;
      }
    }
  }
  return [...questions.values()];
}

/** The value of a blank of a draft for an answer; null leaves it open. The blank is found by its places. */
export function answerValue(
  parts: Node[],
  insertion: string,
  key: string,
  context: FillContext,
  answer: string | undefined,
): FillValue | null {
  for (const doc of parts) {
    const place = placesIn(doc).find(({ blank }) => blank.insertion === insertion && blankKey(blank.label) === key);
    if (place) return valueOf(place.blank, context, answer === undefined ? {} : { [key]: answer }).value;
  }
  return null;
}

/**
 * What has to change in a part of a draft when the context did, for instance because another person is written to:
 * every place that was not answered by hand takes the value known now. Edits are in document order.
 */
export function contextEdits(doc: Node, context: FillContext, answers: Record<string, Answers>) {
  const seen = new Set<string>();
  return placesIn(doc)
    .flatMap(({ blank }) => {
      const key = blankKey(blank.label);
      const id = `${blank.insertion}\n${key}`;
      if (seen.has(id) || answers[blank.insertion]?.[key] !== undefined) return [];
      seen.add(id);
      return answerEdits(doc, blank.insertion, key, valueOf(blank, context, {}).value);
    })
    .sort((a, b) => a.from - b.from);
}
