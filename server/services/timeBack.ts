import type { TimeBack } from '#shared/types/timeBack';
import type { Measured, TimeBackQuery } from '#shared/schemas/knowing';
import { dayAt, startOfDay } from '#core/calendar/day';
import { parseDoc } from '#core/note/schema';
import { toText } from '#core/note/text';
import { waits } from '#core/time/answers';
import { lastWeeks, mondayOf } from '#core/time/weeks';
import { newId } from '../db/id';
import { noteById, noteRows } from '../db/repositories/notes';
import {
  addWorkTime,
  answerTimes,
  countUses,
  forgetTime,
  insertUses,
  namesOf,
  workTime,
} from '../db/repositories/timeBack';
import { readSettings } from './accounts';
import type { Application } from './application';

/** How many signs of a note are fixed: its wording without its blanks. */
export const fixedLength = (text: string): number => text.replace(/\[[^\]\n]{0,200}\]/g, '').length;

const keeps = async (app: Application, owner: string) => (await readSettings(app, owner)).knows.includes('time');

/** Takes down that a note was put in, unless the user wants no time counted. */
export async function logUse(app: Application, owner: string, id: string, person: string): Promise<void> {
  if (!(await keeps(app, owner))) return;
  const note = await noteById(app.db, owner, id);
  if (!note) return;
  const characters = fixedLength(toText(parseDoc(note.body)));
  await insertUses(app.db, owner, [{ id: newId(), note: id, person, at: app.now(), characters }]);
}

/** Adds what was measured in a page. */
export async function addMeasured(app: Application, owner: string, { kind, ...time }: Measured): Promise<void> {
  const { knows, timeZone } = await readSettings(app, owner);
  if (knows.includes('time')) await addWorkTime(app.db, owner, dayAt(app.now(), timeZone), kind, time);
}

/** What the library saved and cost in the last weeks, by week, note and person, and how long clients waited. */
export async function readTimeBack(
  app: Application,
  owner: string,
  { weeks: count }: TimeBackQuery,
): Promise<TimeBack> {
  const { timeZone } = await readSettings(app, owner);
  const mondays = lastWeeks(dayAt(app.now(), timeZone), count);
  const first = mondays[0]!;
  const from = startOfDay(first, timeZone);
  const [uses, worked, answered] = await Promise.all([
    countUses(
      app.db,
      owner,
      mondays.map((monday) => startOfDay(monday, timeZone)),
    ),
    workTime(app.db, owner, first),
    answerTimes(app.db, owner, from),
  ]);
  const weeks = mondays.map((monday) => ({ monday, uses: 0, characters: 0, library: 0, waited: [] as number[] }));
  const weekOf = new Map(weeks.map((week) => [week.monday, week]));
  for (const { span, uses: times, characters } of uses.spans) {
    const week = weeks[span];
    if (week) week.uses += times;
    if (week) week.characters += characters;
  }
  const typing = { characters: 0, milliseconds: 0 };
  for (const { day, kind, milliseconds, characters } of worked) {
    const week = weekOf.get(mondayOf(day));
    if (kind === 'library' && week) week.library += milliseconds / 60_000;
    if (kind === 'typing') typing.characters += characters;
    if (kind === 'typing') typing.milliseconds += milliseconds;
  }
  for (const { at, waited } of answered) weekOf.get(mondayOf(dayAt(at, timeZone)))?.waited.push(waited);
  const [rows, names] = await Promise.all([
    noteRows(
      app.db,
      owner,
      uses.notes.flatMap(({ note }) => note || []),
    ),
    namesOf(
      app.db,
      owner,
      uses.people.map(({ person }) => person),
    ),
  ]);
  const byId = new Map(rows.map((row) => [row.id, row]));
  return {
    weeks: weeks.map(({ waited, ...week }) => {
      const { median = null, worstTenth = null } = waits(waited) ?? {};
      return { ...week, answers: waited.length, median, worstTenth };
    }),
    notes: merged(uses.notes.map(({ note, ...counted }) => ({ id: byId.has(note) ? note : '', ...counted })))
      .map((one) => ({ ...one, name: byId.get(one.id)?.name ?? '', shelfId: byId.get(one.id)?.shelfId ?? null }))
      .sort((a, b) => b.characters - a.characters),
    people: uses.people
      .filter(({ person }) => person)
      .map(({ person, ...counted }) => ({ address: person, name: names.get(person) ?? '', ...counted })),
    typing,
  };
}

/** Notes that are gone are counted together. */
function merged<T extends { id: string; uses: number; characters: number }>(all: T[]): T[] {
  const byId = new Map<string, T>();
  for (const one of all) {
    const known = byId.get(one.id);
    if (known)
      byId.set(one.id, { ...known, uses: known.uses + one.uses, characters: known.characters + one.characters });
    else byId.set(one.id, one);
  }
  return [...byId.values()];
}

/** Forgets all uses and all that was measured. */
export async function forgetTimeBack({ db }: Application, owner: string): Promise<{ forgotten: number }> {
  return { forgotten: await forgetTime(db, owner) };
}
