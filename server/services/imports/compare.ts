import type { Note } from '#shared/types/wire';
import type { BundlePerson } from '#shared/schemas/bundle';
import type { LookupInput } from '#shared/schemas/lookup';
import type { RoutineInput } from '#shared/schemas/routine';
import { renamed } from '#core/library/bundle';
import { addressKey } from '#core/message/address';
import { withFacts } from '#core/person/facts';
import { fold } from '#core/text/fold';
import { cueKey } from '#core/cue/key';
import { insertItems, nextPosition, notesStaged, placesOf, type StagedItem } from '../../db/repositories/imports';
import { listLookups, lookupById } from '../../db/repositories/lookups';
import { cuesTaken, notesNamed } from '../../db/repositories/notes';
import { personById, wholesOf } from '../../db/repositories/people';
import { addressesOfEntry, entryOf, told } from './person';
import { listRoutines } from '../../db/repositories/routines';
import { listShelves } from '../../db/repositories/shelves';
import type { Application } from '../application';
import { wordingOf } from '../notes';
import { alike, canonical } from './alike';
import { breathe, remarksOn, type Fresh, type StagedNote } from './brought';
import { inTransaction } from '../../db/transaction';

/** The facts of a lookup: what makes two of the same name one. */
export const factsOf = ({ columns, keyColumn, rows }: LookupInput) => ({ columns, keyColumn, rows });

/** What a routine does: what makes two of the same name one. */
export function stepsOf(routine: RoutineInput): RoutineInput {
  const { name, answer, to, cc, bcc, notes, signature, importance, againIn, why, filed, done } = routine;
  return { name: fold(name), answer, to, cc, bcc, notes, signature, importance, againIn, why, filed, done };
}

const grouped = <T>(list: T[], key: (one: T) => string): Map<string, T[]> => {
  const groups = new Map<string, T[]>();
  for (const one of list) groups.set(key(one), [...(groups.get(key(one)) ?? []), one]);
  return groups;
};

const SAME = { verdict: 'same', choice: 'leave' } as const;

/** Compares what a file brought with the library and with the files read before it, and keeps it in the import. */
export async function stage(
  app: Application,
  owner: string,
  id: string,
  source: string,
  fresh: Fresh[],
): Promise<void> {
  const { db } = app;
  const brought = fresh.filter(({ kind }) => kind === 'note');
  const names = [...new Set(brought.map(({ name }) => name))];
  const known = grouped<Note>(await notesNamed(db, owner, names), ({ name }) => fold(name));
  const earlier = grouped(await notesStaged(db, owner, id, names), ({ name }) => fold(name));
  const cues = await cuesTaken(
    db,
    owner,
    brought.map(({ content }) => (content as StagedNote).cue),
  );
  const lookups = new Map((await listLookups(db, owner)).map((row) => [fold(row.name), row.id]));
  /** Whom the addresses of this file belong to. */
  const people = fresh.flatMap(({ kind, content }) => (kind === 'person' ? [content as BundlePerson] : []));
  const wholes = await wholesOf(db, owner, people.flatMap(addressesOfEntry).map(addressKey));
  const { shelves } = await listShelves(db, owner);
  /** Where the shelves and lookups of this file are in the library, by their keys in the file. */
  const keys = new Map<string, string>();
  const routines = await listRoutines(db, owner);
  /** Which notes of this file are in the library already, by their keys. */
  const noteKeys = new Map<string, string>();
  /** What the lookups of each file say, since two files give different ones the same key. */
  const facts = new Map<string, Map<string, string>>();
  const addFacts = (file: string, { key, ...lookup }: LookupInput & { key: string }) =>
    facts.set(file, (facts.get(file) ?? new Map()).set(key, canonical(factsOf(lookup))));
  for (const { kind, source: file, content } of await placesOf(db, owner, id))
    if (kind === 'lookup') addFacts(file, content as LookupInput & { key: string });
  const spelled = (file: string, note: StagedNote) => renamed(wordingOf(note), facts.get(file) ?? new Map());

  const compare: Record<StagedItem['kind'], (name: string, content: never) => Partial<StagedItem> | Promise<object>> = {
    problem: () => ({ verdict: 'problem', choice: 'leave', state: 'done' }),
    shelf(_name, { key, name, inside }: { key: string; name: string; inside: string | null }) {
      const parentId = inside === null ? null : keys.get(inside);
      const there = shelves.find((shelf) => shelf.parentId === parentId && fold(shelf.name) === fold(name));
      if (!there) return {};
      keys.set(key, there.id);
      return { ...SAME, targetId: there.id };
    },
    async lookup(name, lookup: LookupInput & { key: string }) {
      addFacts(source, lookup);
      const there = lookups.get(fold(name));
      const theirs = there ? await lookupById(db, owner, there) : null;
      if (!theirs) return {};
      if (!alike(factsOf(lookup), factsOf(theirs))) return { verdict: 'conflict', targetId: theirs.id };
      keys.set(lookup.key, theirs.id);
      return { ...SAME, targetId: theirs.id };
    },
    async person(_name, mine: BundlePerson) {
      const keys = addressesOfEntry(mine).map(addressKey);
      const id = keys.map((key) => wholes.get(key)).find(Boolean);
      const theirs = id ? await personById(db, owner, id) : null;
      if (!theirs) return {};
      const facts = told(theirs);
      const same = alike(withFacts(facts, told(entryOf(mine))), facts) && keys.every((key) => wholes.get(key) === id);
      return { verdict: same ? 'same' : 'conflict', choice: 'leave', targetId: theirs.id };
    },
    // One's own name, fields and signature are never replaced unless that is chosen.
    sender: () => ({ verdict: 'conflict', choice: 'leave' }),
    routine(name, routine: RoutineInput) {
      const there = routines.find((other) => fold(other.name) === fold(name));
      if (!there) return {};
      return alike(stepsOf(there), stepsOf({ ...routine, notes: routine.notes.map((key) => noteKeys.get(key) ?? key) }))
        ? { ...SAME, targetId: there.id }
        : { verdict: 'conflict', targetId: there.id };
    },
    note(name, note: StagedNote) {
      const mine = renamed(wordingOf(note), keys);
      const others = known.get(fold(name)) ?? [];
      const same = others.find((other) => alike(wordingOf(other), mine));
      if (same) {
        if (note.key) noteKeys.set(note.key, same.id);
        return { ...SAME, targetId: same.id };
      }
      const twice = (earlier.get(fold(name)) ?? []).some((other) =>
        alike(spelled(other.source, other.content as StagedNote), spelled(source, note)),
      );
      if (twice) return { ...SAME };
      const taken = cues.get(cueKey(note.cue));
      const problem = remarksOn(note, taken);
      return others.length ? { verdict: 'conflict', targetId: others[0]!.id, problem } : { problem };
    },
  };

  let position = await nextPosition(db, owner, id);
  const items: StagedItem[] = [];
  for (const { kind, name, content, problem = null } of fresh) {
    if (position % 100 === 0) await breathe();
    items.push({
      ...{ position: position++, kind, source, name, content, problem },
      ...{ verdict: 'new', choice: 'take', state: 'waiting', targetId: null },
      ...(await compare[kind](name, content as never)),
    });
  }
  await inTransaction(db, (trx) => insertItems(trx, owner, id, items));
}
