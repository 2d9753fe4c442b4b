import { dayAt } from '../calendar/day';
import { blankKey } from './kinds/key';
import {
  answerTo,
  type Answers,
  type BlankDef,
  type Control,
  type FillContext,
  type Outcome,
  type Scope,
} from './kinds/kind';
import { kindOf, optionsOf } from './kinds/registry';
import { phrase } from '../text/phrase';

const days = new Map<string, string>();

/** The day it is; worked out once for each hour and zone. */
function todayIn({ now, timeZone }: FillContext): string {
  const key = `${Math.floor(now / 900_000)}|${timeZone}`;
  let day = days.get(key);
  if (!day) {
    if (days.size > 100) days.clear();
    days.set(key, (day = dayAt(now, timeZone)));
  }
  return day;
}

/**
 * What comes of the blanks of one note for one context and set of answers. Each is worked out once, when it is asked
 * for; one that waits for itself in a circle, or whose kind fails on what it was given, comes back as unread.
 */
export class Evaluation {
  readonly #defs = new Map<string, BlankDef>();
  readonly #outcomes = new Map<string, Outcome>();
  readonly #busy = new Set<string>();
  readonly #scope: Scope;

  constructor(
    blanks: BlankDef[],
    readonly context: FillContext,
    readonly answers: Answers,
  ) {
    for (const blank of blanks) {
      const key = blankKey(blank.label);
      if (!this.#defs.has(key)) this.#defs.set(key, blank);
    }
    this.#scope = {
      context,
      today: todayIn(context),
      outcome: (label) => this.outcome(label),
      blank: (label) => this.blank(label),
    };
  }

  /** The day it is for the account. */
  get today(): string {
    return this.#scope.today;
  }

  blank(label: string): BlankDef | null {
    return this.#defs.get(blankKey(label)) ?? null;
  }

  /**
   * What comes of the blank with this label: the answer where there is one, else what is known; null waits.
   * @param fallback the blank, where this is not one of the note's
   */
  outcome(label: string, fallback: BlankDef | null = null): Outcome {
    const key = blankKey(label);
    const known = this.#outcomes.get(key);
    if (known !== undefined) return known;
    const blank = this.#defs.get(key) ?? fallback;
    if (!blank) return null;
    if (this.#busy.has(key)) return { problem: phrase('unread.fromItself', { label: blank.label }) };
    this.#busy.add(key);
    let outcome: Outcome;
    try {
      const kind = kindOf(blank.kind);
      const options = optionsOf(blank);
      const answer = answerTo(this.answers, key);
      outcome = answer === undefined ? kind.known(options, this.#scope) : kind.answered(answer, options, this.#scope);
    } catch {
      outcome = { problem: phrase('unread.failed', { label: blank.label }) };
    }
    this.#busy.delete(key);
    this.#outcomes.set(key, outcome);
    return outcome;
  }

  /** How the blank with this label is asked. */
  control(label: string, blank = this.blank(label)): Control {
    const text: Control = { type: 'text', hint: '' };
    if (!blank) return text;
    try {
      return kindOf(blank.kind).control(optionsOf(blank), this.#scope);
    } catch {
      return text;
    }
  }
}
