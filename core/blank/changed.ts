import type { Node } from '@tiptap/pm/model';
import { evaluate } from './letter';
import type { Evaluation } from './evaluate';
import type { Fills } from './fill';
import { isValue, type FillContext } from './kinds/kind';
import { kindOf, optionsOf } from './kinds/registry';
import { blankKey } from './kinds/key';
import { skeleton } from './content';
import { placesIn, type Place } from './places';

/** A fact in a letter that a lookup says otherwise by now. */
export interface ChangedFact {
  insertion: string;
  place: string;
  label: string;
  /** What it was filled with; empty for a table. */
  was: string;
  /** What the lookup says now; empty for a table, null where the lookup has it no more. */
  now: string | null;
}

/** Whether what comes of a blank draws on a lookup, by itself or by another blank. */
function drawsOnLookup(label: string, evaluation: Evaluation, seen = new Set<string>()): boolean {
  const blank = evaluation.blank(label);
  const key = blankKey(label);
  if (!blank || seen.has(key)) return false;
  seen.add(key);
  const outcome = evaluation.outcome(label);
  if (isValue(outcome) ? outcome.row || outcome.rows || outcome.gone : outcome?.row || outcome?.gone) return true;
  const uses = kindOf(blank.kind).uses?.(optionsOf(blank)) ?? [];
  return uses.some((other) => drawsOnLookup(other, evaluation, seen));
}

/** What the place says otherwise now; undefined when nothing. */
function changed({ label, form, value, text, blank }: Place, evaluation: Evaluation): string | null | undefined {
  const outcome = evaluation.outcome(label, blank);
  if (!isValue(outcome)) return outcome?.gone ? null : undefined;
  // The letter itself brings its tables and lists up to date, which says so well enough.
  if (form === 'rows' || outcome.blocks) return undefined;
  const wanted = outcome.content ? skeleton(outcome.content) : outcome.text;
  if (wanted === value) return undefined;
  if (outcome.gone) return null;
  return outcome.content ? text : outcome.text;
}

/**
 * The facts in a draft that came from lookups which were changed since: those whose value is another now, and those the
 * lookup has no more. What was edited by hand is the writer's own.
 */
export function changedFacts(docs: Node[], fills: Fills, context: FillContext): ChangedFact[] {
  const evaluations = new Map(Object.entries(fills).map(([insertion, fill]) => [insertion, evaluate(fill, context)]));
  return docs.flatMap((doc) =>
    placesIn(doc).flatMap((place) => {
      const evaluation = evaluations.get(place.insertion);
      if (place.state !== 'filled' || !evaluation || !drawsOnLookup(place.label, evaluation)) return [];
      const now = changed(place, evaluation);
      const { insertion, label, text } = place;
      return now === undefined ? [] : [{ insertion, place: place.place, label, was: text, now }];
    }),
  );
}
