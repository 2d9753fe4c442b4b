import { dayAt } from '#core/calendar/day';
import { tendingKey, type Tending } from '#core/tending/key';
import { lookupIds } from '../db/repositories/lookups';
import { editedLetters } from '../db/repositories/noteEdits';
import { latestSources } from '../db/repositories/messageSources';
import { peopleSentTo } from '../db/repositories/sentNotes';
import { wholeNotes } from '../db/repositories/notes';
import { alwaysSame, leaveAlone, leftAlone, usedTogether } from '../db/repositories/tending';
import { runTask } from '../work/pool';
import { readSettings } from './accounts';
import type { Application } from './application';

/** So many messages sent last are looked through for accidents of cues, as far as they are not longer together. */
const MESSAGES = 200;
const BYTES = 20_000_000;
/** So often a blank is filled before it is called always the same; so often two notes go together. */
const ALWAYS = 4;
const TOGETHER = 4;
const EDITED = 3;
const MOST = 500;
/** So many letters with notes in them, the latest, are looked at for whom they went to. */
const SENT_TO = 20_000;

/** How often each cue would have gone off by accident in the messages sent last. */
async function accidents(
  app: Application,
  owner: string,
  cued: { id: string; cue: string }[],
  mode: 'ended' | 'once' | 'off',
) {
  if (!cued.length || mode === 'off') return [];
  const raws = await latestSources(app.db, owner, 'sent', MESSAGES, BYTES);
  const counts = await runTask('allAccidents', { raws, cues: cued.map(({ cue }) => cue), mode });
  return cued.map(({ id }, i) => ({ note: id, count: counts[i]!, messages: raws.length }));
}

/** What of the library wants attention, but for what is meant to stay as it is. */
export async function readTending(app: Application, owner: string): Promise<Tending[]> {
  const { db } = app;
  const [settings, notes, lookups, always, together, left, letters, sentTo] = await Promise.all([
    readSettings(app, owner),
    wholeNotes(db, owner),
    lookupIds(db, owner),
    alwaysSame(db, owner, ALWAYS, MOST),
    usedTogether(db, owner, TOGETHER, MOST),
    leftAlone(db, owner),
    editedLetters(db, owner, EDITED),
    peopleSentTo(db, owner, SENT_TO),
  ]);
  const now = app.now();
  const facts = {
    now,
    today: dayAt(now, settings.timeZone),
    locale: settings.locale,
    off: { weekdays: settings.weekdaysOff, days: settings.daysOff.map(({ day }) => day) },
    lookups: new Set(lookups),
    accidents: await accidents(
      app,
      owner,
      notes.filter(({ cue }) => cue),
      settings.cues,
    ),
    always,
    together,
    sentTo,
    letters: letters.map(({ to: [box], ...letter }) => ({ ...letter, to: box?.name || box?.address || '' })),
  };
  const tended = notes.map(
    ({ id, name, subjectText, bodyText, subject, body, cue, used, lastUsed, createdAt, updatedAt }) => ({
      ...{ id, name, subjectText, bodyText, subject, body },
      ...{ cue, used, lastUsed, createdAt, updatedAt },
    }),
  );
  return (await runTask('tend', { notes: tended, facts })).filter((one) => !left.has(tendingKey(one)));
}

/** Leaves something as it is from now on, or has it told again. */
export const setTendingLeft = ({ db }: Application, owner: string, about: string, left: boolean): Promise<void> =>
  leaveAlone(db, owner, about, left);
