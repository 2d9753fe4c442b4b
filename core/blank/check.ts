import type { Node } from '@tiptap/pm/model';
import { blanksIn, definitions } from './blanks';
import { needsValue, TESTS } from './condition';
import { blankKey } from './kinds/key';
import { passagesIn } from './passage';
import { isKind, kindOf, optionsOf } from './kinds/registry';
import type { BlankDef } from './kinds/kind';
import type { Lookup } from '../lookup/lookup';
import { phrase, type Phrase } from '../text/phrase';

/** Something in a note that must be put right before the note can be kept. */
export interface NoteProblem {
  problem: Phrase;
  /** Positions of the blanks or passages meant, in the document they stand in. */
  places: { part: 'subject' | 'body'; pos: number }[];
}

/** JSON with its fields in order, so that the order in which options were set does not count. */
function written(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(written).join()}]`;
  if (value && typeof value === 'object')
    return `{${Object.entries(value)
      .filter(([, v]) => v !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([k, v]) => `${k}:${written(v)}`)
      .join()}}`;
  return JSON.stringify(value) ?? 'null';
}

/**
 * What is wrong with the blanks and passages of a note: no label, an unknown kind, options that do not fit the kind or
 * the other blanks, a reckoning in a circle, or two blanks with one label that would ask different things. An empty list
 * means the note may be kept.
 * @param lookups the account's lookups by id; without them what a blank takes from a lookup is not checked
 */
export function checkNote(subject: Node, body: Node, lookups?: Record<string, Lookup>): NoteProblem[] {
  const problems: NoteProblem[] = [];
  const seen = new Map<string, { kind: string; options: string; places: NoteProblem['places'] }>();
  const blanks = definitions([subject, body]);
  const byKey = new Map(blanks.map((blank) => [blankKey(blank.label), blank]));
  const note = {
    blank: (label: string) => byKey.get(blankKey(label)) ?? null,
    yields: ({ kind }: BlankDef) => kindOf(kind).yields,
    lookups,
  };
  const usesOf = (label: string): string[] => {
    const blank = note.blank(label);
    try {
      return blank ? (kindOf(blank.kind).uses?.(optionsOf(blank)) ?? []) : [];
    } catch {
      return [];
    }
  };
  const comesBack = (start: string): boolean => {
    const done = new Set<string>();
    const todo = usesOf(start);
    while (todo.length) {
      const key = blankKey(todo.pop()!);
      if (key === blankKey(start)) return true;
      if (done.has(key)) continue;
      done.add(key);
      todo.push(...usesOf(key));
    }
    return false;
  };

  for (const [part, doc] of [
    ['subject', subject],
    ['body', body],
  ] as const) {
    for (const { label, kind, options, pos, inside } of blanksIn(doc)) {
      const place = { part, pos };
      if (!label.trim()) {
        problems.push({ problem: phrase('note.noLabel'), places: [place] });
        continue;
      }
      if (!isKind(kind)) {
        problems.push({ problem: phrase('note.unknownKind', { label }), places: [place] });
        continue;
      }
      const key = blankKey(label);
      const known = seen.get(key);
      const all = written({ ...kindOf(kind).defaults, ...options });
      if (known) {
        if (known.kind !== kind || known.options !== all) {
          problems.push({
            problem: phrase('note.twoAlike', { label }),
            places: [...known.places, place],
          });
        }
        continue;
      }
      seen.set(key, { kind, options: all, places: [place] });
      let wrong: Phrase | null;
      try {
        wrong = kindOf(kind).check({ ...kindOf(kind).defaults, ...options }, note);
      } catch {
        wrong = phrase('wrong.unreadable');
      }
      if (!wrong && part === 'subject' && kindOf(kind).isBlock?.(optionsOf({ kind, options })))
        wrong = phrase('wrong.blockInSubject');
      if (!wrong && inside && kindOf(kind).isBlock?.(optionsOf({ kind, options })))
        wrong = phrase('wrong.blockInWording');
      if (!wrong && comesBack(label)) wrong = phrase('wrong.circle');
      if (wrong) problems.push({ problem: phrase('note.blankWrong', { label, wrong }), places: [place] });
    }
    for (const { from, attrs } of passagesIn(doc)) {
      const { label, when } = attrs;
      const place = { part, pos: from };
      const passage = label.trim() ? phrase('note.thePassage', { label }) : phrase('note.aPassage');
      if (!label.trim()) problems.push({ problem: phrase('note.passageUnnamed'), places: [place] });
      if (!when) continue;
      if (!note.blank(when.blank))
        problems.push({ problem: phrase('note.passageOnNothing', { passage, blank: when.blank }), places: [place] });
      else if (!TESTS.includes(when.test) || (needsValue(when.test) && !String(when.value ?? '').trim()))
        problems.push({ problem: phrase('note.passageCompared', { passage, blank: when.blank }), places: [place] });
    }
  }
  return problems;
}
