import type { Node } from '@tiptap/pm/model';
import { blankKey } from './kinds/key';
import { evaluate } from './letter';
import { Evaluation } from './evaluate';
import type { Fills } from './fill';
import { answerTo, isValue, type Control, type FillContext } from './kinds/kind';
import { passagesIn } from './passage';
import { kindOf, optionsOf } from './kinds/registry';
import { placesIn } from './places';
import type { Phrase } from '../text/phrase';

/** A blank of a draft as the fill list shows it: once for each insertion, however many places it stands in. */
export interface BlankQuestion {
  type: 'blank';
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
  /** Why an answer cannot be taken, or why nothing is known; empty otherwise. */
  problem: Phrase | null;
  /** How a reckoned value came about. */
  working: Phrase | null;
  /** Whether it will fill itself once another question of the list is answered. */
  waits: boolean;
}

/** An optional passage as the fill list shows it. */
export interface PassageQuestion {
  type: 'passage';
  insertion: string;
  place: string;
  label: string;
  on: boolean;
}

/** One entry of the fill list. */
export type DraftQuestion = BlankQuestion | PassageQuestion;

/** Whether two values of a question say the same; a lookup is the same only as the same object, since it may be large. */
function saysSame(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || !a || !b) return false;
  const names = Object.keys(a);
  if (names.length !== Object.keys(b).length) return false;
  return names.every((name) => {
    const [one, other] = [a[name as keyof typeof a], b[name as keyof typeof b]];
    return name === 'lookup' ? one === other : saysSame(one, other);
  });
}

const idOf = (question: DraftQuestion) =>
  `${question.type} ${question.insertion} ${question.type === 'blank' ? question.key : question.place}`;

/**
 * The questions of a draft in reading order, worked out from the places and passages that still stand in it. Those that
 * say the same as `before` are the same objects, and all of them the same list, so that only what has changed need be drawn.
 */
export function questionsIn(
  parts: Node[],
  context: FillContext,
  fills: Fills,
  before: DraftQuestion[] = [],
): DraftQuestion[] {
  const known = new Map(before.map((question) => [idOf(question), question]));
  const questions = workedOut(parts, context, fills).map((question) => {
    const same = known.get(idOf(question));
    return same && saysSame(same, question) ? same : question;
  });
  const isSame = questions.length === before.length && questions.every((question, i) => question === before[i]);
  return isSame ? before : questions;
}

function workedOut(parts: Node[], context: FillContext, fills: Fills): DraftQuestion[] {
  const evaluations = new Map(Object.entries(fills).map(([insertion, fill]) => [insertion, evaluate(fill, context)]));
  const questions = new Map<string, BlankQuestion>();
  const passages: (PassageQuestion & { at: number })[] = [];
  const order: { at: number; question: DraftQuestion }[] = [];
  let base = 0;
  for (const doc of parts) {
    for (const place of placesIn(doc)) {
      const { insertion } = place;
      let evaluation = evaluations.get(insertion);
      let blank = evaluation?.blank(place.label) ?? place.blank;
      if (!blank || kindOf(blank.kind).isPlace) continue;
      evaluation ??= new Evaluation([blank], context, {});
      let { label } = blank;
      let state = place.state;
      let control = evaluation.control(label, blank);
      // A blank that takes the row another one chooses asks for that row, until it is chosen.
      const asker = control.asks && state === 'open' ? evaluation.blank(control.asks) : null;
      if (asker) {
        blank = asker;
        label = asker.label;
        control = evaluation.control(label, asker);
        state = 'open';
      }
      const key = blankKey(label);
      const id = `${insertion}\n${key}`;
      const isAnswered = answerTo(fills[insertion]?.answers, key) !== undefined;
      const known = questions.get(id);
      if (!known) {
        const outcome = evaluation.outcome(label, blank);
        const question: BlankQuestion = {
          type: 'blank',
          insertion,
          key,
          label,
          kind: blank.kind,
          control,
          text: place.form === 'rows' && isValue(outcome) ? outcome.text : place.text,
          state: state === 'filled' ? (isAnswered ? 'answered' : 'known') : state,
          places: 1,
          problem: outcome && !isValue(outcome) ? outcome.problem : null,
          working: (isValue(outcome) && outcome.working) || null,
          waits: false,
        };
        questions.set(id, question);
        order.push({ at: base + place.from, question });
        continue;
      }
      // Another blank that asks for the same row is no further place of this one.
      if (blankKey(place.label) === key && place.form !== 'inside') known.places++;
      if (known.state === 'edited' && state !== 'edited') {
        known.text = place.text;
        known.state = state === 'filled' ? (isAnswered ? 'answered' : 'known') : state;
      }
    }
    for (const { from, attrs, stands } of passagesIn(doc)) {
      const { insertion, place, label } = attrs;
      if (insertion === null || place === null || !fills[insertion]) continue;
      if (passages.some((other) => other.insertion === insertion && other.place === place)) continue;
      const question = { type: 'passage' as const, insertion, place, label, on: stands, at: from };
      passages.push(question);
      order.push({ at: base + from - 0.5, question });
    }
    base += doc.content.size + 2;
  }
  for (const question of questions.values()) {
    if (question.state !== 'open' || question.problem) continue;
    const evaluation = evaluations.get(question.insertion);
    const blank = evaluation?.blank(question.label);
    const uses = (blank && kindOf(blank.kind).uses?.(optionsOf(blank))) ?? [];
    question.waits = uses.some((label) => {
      const other = questions.get(`${question.insertion}\n${blankKey(label)}`);
      return other && (other.state === 'open' || Boolean(other.problem));
    });
  }
  return order.sort((a, b) => a.at - b.at).map(({ question }) => question);
}
