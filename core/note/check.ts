import type { Node } from '@tiptap/pm/model';
import { blanksIn, definitions } from '../blank/blanks';
import { needsValue, TESTS } from '../blank/condition';
import { blankKey } from '../blank/key';
import { passagesIn } from '../blank/passage';
import { isKind, kindOf, optionsOf } from '../blank/registry';
import type { Lookup } from '../lookup/lookup';

/** Something in a note that must be put right before the note can be kept. */
export interface NoteProblem {
  message: string;
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
  const seen = new Map<
    string,
    { kind: string; options: string; label: string; places: NoteProblem['places']; told: boolean }
  >();
  const blanks = definitions([subject, body]);
  const byKey = new Map(blanks.map((blank) => [blankKey(blank.label), blank]));
  const note = { blank: (label: string) => byKey.get(blankKey(label)) ?? null, lookups };
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
        problems.push({ message: 'A blank has no label. Give it a word that says what goes there.', places: [place] });
        continue;
      }
      if (!isKind(kind)) {
        problems.push({ message: `The blank "${label}" is of a kind this version does not know.`, places: [place] });
        continue;
      }
      const key = blankKey(label);
      const known = seen.get(key);
      const all = written({ ...kindOf(kind).defaults, ...options });
      if (known) {
        if (known.kind !== kind || known.options !== all) {
          problems.push({
            message: `Two blanks are called "${label}" but ask for different things. Rename one, or make them alike.`,
            places: [...known.places, place],
          });
        }
        continue;
      }
      seen.set(key, { kind, options: all, label, places: [place], told: false });
      let wrong: string;
      try {
        wrong = kindOf(kind).check({ ...kindOf(kind).defaults, ...options }, note);
      } catch {
        wrong = 'what it asks for could not be read.';
      }
      if (!wrong && part === 'subject' && kindOf(kind).isBlock?.(optionsOf({ kind, options })))
        wrong = 'a table or list cannot stand in the subject.';
      if (!wrong && inside && kindOf(kind).isBlock?.(optionsOf({ kind, options })))
        wrong = 'a table or list cannot stand inside a wording.';
      if (!wrong && comesBack(label)) wrong = 'it is reckoned in a circle, from itself.';
      if (wrong) problems.push({ message: `The blank "${label}": ${wrong}`, places: [place] });
    }
    for (const { from, attrs } of passagesIn(doc)) {
      const { label, when } = attrs;
      const place = { part, pos: from };
      const name = label.trim() ? `The passage "${label}"` : 'A passage';
      if (!label.trim())
        problems.push({ message: 'A passage has no name. Give it one for the fill list.', places: [place] });
      if (!when) continue;
      if (!note.blank(when.blank))
        problems.push({ message: `${name} depends on "${when.blank}", and there is no such blank.`, places: [place] });
      else if (!TESTS.includes(when.test) || (needsValue(when.test) && !String(when.value ?? '').trim()))
        problems.push({ message: `${name}: say what "${when.blank}" is compared with.`, places: [place] });
    }
  }
  return problems;
}
