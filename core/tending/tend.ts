import { daysInText } from '../calendar/inText';
import type { Day, DaysOff } from '../calendar/day';
import { lookupsIn } from '../lookup/uses';
import { NearIndex } from '../near/index';
import { parseDoc, type DocJson } from '../note/schema';
import { flat } from '../edits/flat';
import { fold } from '../text/fold';
import { learntEdits } from '../edits/learnt';
import type { LearntFrom, Tending } from './key';

/** A note as tending looks at it. */
export interface TendedNote {
  id: string;
  name: string;
  subjectText: string;
  bodyText: string;
  subject: DocJson;
  body: DocJson;
  cue: string;
  used: number;
  /** Milliseconds since 1970. */
  lastUsed: number;
  createdAt: number;
  updatedAt: number;
}

/** What is known beside the notes. */
export interface TendingFacts {
  now: number;
  today: Day;
  locale: string;
  off: DaysOff;
  /** The lookups there are. */
  lookups: ReadonlySet<string>;
  accidents: { note: string; count: number; messages: number }[];
  always: { note: string; label: string; answer: string; count: number }[];
  /** Whom notes were sent to: each name and address once. */
  sentTo: { note: string; name: string; address: string }[];
  /** How often each two notes went into one answer. */
  together: { note: string; other: string; count: number }[];
  /** Letters of notes that were changed in some of them: what the note said when it was put in, and what it said there. */
  letters: (LearntFrom & { note: string; base: string; sent: string | null })[];
}

const DAY_MS = 86_400_000;
/** A note has time to be used until it is that old. */
const OLD_MS = 90 * DAY_MS;
/** Two notes say nearly the same from here on: surer than what is only shown beside a new one. */
const SAME = 0.6;
/** So many notes are compared with one another, those used most first. */
const COMPARED = 2_000;
/** So often, and in so large a share of the uses, another note goes with one. */
const OFTEN = 4;
const MOSTLY = 0.8;
/** A cue goes off too often from so many accidents on. */
const ACCIDENTS = 2;

/** A day written out with its year is meant once; one without a year may be meant every year. */
const isOnce = (text: string) => /\d{4}/.test(text);

/** What of a library wants attention, what may do harm first. Nothing is changed by itself. */
export function tend(notes: TendedNote[], facts: TendingFacts): Tending[] {
  const { now, today, locale, off, lookups } = facts;
  const byId = new Map(notes.map((note) => [note.id, note]));
  const over: Tending[] = [];
  const amounts: Tending[] = [];
  const gone: Tending[] = [];
  const never: Tending[] = [];
  for (const { id, subject, body, subjectText, bodyText, used, createdAt, updatedAt } of notes) {
    const past = daysInText(`${subjectText}\n${bodyText}`, today, locale, off).find(
      ({ day, vague, text }) => !vague && isOnce(text) && day < today,
    );
    for (const label of withoutCurrency(body)) amounts.push({ kind: 'no-currency', note: id, label });
    if (past) over.push({ kind: 'day-over', note: id, day: past.day });
    if ([...lookupsIn(subject, body)].some((lookup) => !lookups.has(lookup)))
      gone.push({ kind: 'lookup-gone', note: id });
    if (!used && now - Math.max(createdAt, updatedAt) > OLD_MS)
      never.push({ kind: 'never-used', note: id, since: createdAt });
  }
  const accidents = facts.accidents.flatMap(({ note, count, messages }): Tending[] => {
    const cue = byId.get(note)?.cue;
    return cue && count >= ACCIDENTS ? [{ kind: 'cue-accident', note, cue, count, messages }] : [];
  });
  const always = facts.always.flatMap((one): Tending[] =>
    byId.has(one.note) ? [{ kind: 'always-same', ...one }] : [],
  );
  // Of two that go together it is told once.
  const told = new Set<string>();
  const together = facts.together.flatMap(({ note, other, count }): Tending[] => {
    const used = byId.get(note)?.used ?? 0;
    const isMostly = byId.has(other) && count >= OFTEN && count >= used * MOSTLY;
    if (!isMostly || told.has(`${other} ${note}`)) return [];
    told.add(`${note} ${other}`);
    return [{ kind: 'goes-with', note, other, count }];
  });
  return [
    ...namesOfClients(byId, facts),
    ...amounts,
    ...over,
    ...gone,
    ...accidents,
    ...learnt(byId, facts),
    ...nearlySame(notes),
    ...always,
    ...together,
    ...never,
  ];
}

/** Blanks that were made of an amount found in a message, and that write it in the account's currency. */
function withoutCurrency(body: DocJson): string[] {
  const found = new Set<string>();
  // Most notes have none, and are not read for it.
  if (!JSON.stringify(body).includes('"money"')) return [];
  parseDoc(body).descendants(({ type, attrs }) => {
    const isOne = type.name === 'blank' && attrs.kind === 'money' && !attrs.options.currency;
    if (isOne && /^amount( \d+)?$/i.test(attrs.label)) found.add(attrs.label);
  });
  return [...found];
}

/** So long a name is that stands in a wording by no accident; one word alone may be any word. */
const NAME = 4;

/** Names and addresses of people that stand in notes that were sent to them. */
function namesOfClients(notes: Map<string, TendedNote>, { sentTo }: TendingFacts): Tending[] {
  const told = new Set<string>();
  return sentTo.flatMap(({ note, name, address }): Tending[] => {
    const one = notes.get(note);
    if (!one || told.has(note)) return [];
    const text = fold(`${one.name}\n${one.subjectText}\n${one.bodyText}`);
    const said = [address, name].find((part) => {
      const words = fold(part.trim());
      const isName = words.length >= NAME && /[\s@]/.test(words);
      const at = isName ? text.indexOf(words) : -1;
      return at >= 0 && !/[\p{L}\p{N}]/u.test(`${text[at - 1] ?? ''}${text[at + words.length] ?? ''}`);
    });
    if (!said) return [];
    told.add(note);
    return [{ kind: 'names-client', note, said: said.trim() }];
  });
}

/** What is changed again and again in notes, from the letters in which they began as they are now. */
function learnt(notes: Map<string, TendedNote>, { letters }: TendingFacts): Tending[] {
  return [...new Set(letters.map(({ note }) => note))].flatMap((id) => {
    const note = notes.get(id);
    if (!note) return [];
    const text = flat(parseDoc(note.body)).text;
    const theirs = letters.filter((letter) => letter.note === id && letter.base === text);
    return learntEdits(
      text,
      theirs.map(({ sent }) => sent),
    ).map((edit): Tending => {
      const from = edit.letters.map((i) => theirs[i]!).map(({ message, to, at }) => ({ message, to, at }));
      return { kind: 'learnt-edit', note: id, edit, letters: from };
    });
  });
}

/** Pairs that say nearly the same, each once, with the one that is used less first. */
function nearlySame(notes: TendedNote[]): Tending[] {
  const compared = [...notes].sort((a, b) => b.used - a.used || (a.id < b.id ? -1 : 1)).slice(0, COMPARED);
  const index = new NearIndex();
  const place = new Map(compared.map(({ id }, i) => [id, i]));
  for (const { id, subjectText, bodyText } of compared) index.put(id, `${subjectText}\n${bodyText}`);
  return compared.flatMap(({ id, subjectText, bodyText }): Tending[] => {
    const near = index.near(`${subjectText}\n${bodyText}`, { except: id, limit: 3, least: SAME });
    // Told of the one that is used less.
    const other = near.find((hit) => hit.likeness >= SAME && place.get(hit.id)! < place.get(id)!);
    return other ? [{ kind: 'nearly-same', note: id, other: other.id }] : [];
  });
}
