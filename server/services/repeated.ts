import type { RepeatedList, RepeatedWording, TypedBefore } from '#shared/types/repeated';
import { dayAt } from '#core/calendar/day';
import { signatureTexts } from '#core/note/signature';
import { splitName } from '#core/person/name';
import { partsOf } from '#core/repeated/varying';
import type { Settings } from '#shared/schemas/settings';
import { newId } from '../db/id';
import { forgetEdits } from '../db/repositories/noteEdits';
import { wordingsOfNotes } from '../db/repositories/notes';
import {
  addPieces,
  countToRead,
  forgetWordings,
  lettersOfWording,
  lettersToRead,
  markRead,
  readAnew,
  repeatedWordings,
  setWordingState,
  wordingsByKeys,
  type GatheredPiece,
  type SentLetterSource,
  type WordingLetter,
} from '../db/repositories/wordings';
import { groupedBy } from '../db/rows';
import { inTransaction } from '../db/transaction';
import { runBulkTask, runTask } from '../work/pool';
import { readSettings } from './accounts';
import type { Application } from './application';
import { notFound } from './errors';
import { noteFault } from './fault';

/** So many letters are looked through at once, and so many bytes of them. */
const LETTERS = 20;
const BYTES = 10_000_000;
/** So often something is written before it is told; before it is known while it is typed. */
const OFTEN = 3;
const TWICE = 2;
const MOST = 200;
const MOST_TYPED = 2_000;
/** What changes is told from so many letters of each. */
const EACH = 10;
const LETTERS_SHOWN = 30;

const waysOf = (app: Application, settings: Settings) => ({
  locale: settings.locale,
  today: dayAt(app.now(), settings.timeZone),
  off: { weekdays: settings.weekdaysOff, days: settings.daysOff.map(({ day }) => day) },
});

/** Takes down what is written in letters of one account, under the wordings that are known. */
async function readLetters(app: Application, owner: string, letters: SentLetterSource[]): Promise<void> {
  const settings = await readSettings(app, owner);
  if (settings.knows.includes('wording')) {
    const raws = letters.map(({ raw }) => raw);
    const found = await runBulkTask('pieces', { raws, signatures: signatureTexts(settings) });
    const pieces = found.flatMap((some, i) => some.map((piece) => ({ ...piece, letter: letters[i]! })));
    const known = await wordingsByKeys(app.db, owner, [...new Set(pieces.flatMap(({ keys }) => keys))]);
    const gathered = await runBulkTask('gather', { texts: pieces.map(({ text }) => text), known });
    const fresh = new Map<string, string>();
    const rows = pieces.map((piece, i): GatheredPiece => {
      const { id, isNew } = gathered[i]!;
      // A new one has a number until here.
      if (isNew) fresh.set(id, newId(app.now()));
      return { ...piece, wording: fresh.get(id) ?? id, isNew };
    });
    await inTransaction(app.db, (trx) => addPieces(trx, owner, rows));
  }
  await markRead(
    app.db,
    letters.map(({ id }) => id),
  );
}

/**
 * Looks through some sent letters for what is written again and again, the newest first; tells how many it were. A
 * letter that cannot be read is passed over.
 */
export async function readSomeLetters(app: Application): Promise<number> {
  const letters = await lettersToRead(app.db, LETTERS, BYTES);
  const owners = groupedBy(letters, ({ owner }) => owner);
  for (const [owner, some] of owners) {
    try {
      await readLetters(app, owner, some);
    } catch (error) {
      noteFault('Looking for wording', error);
      for (const letter of some) await readLetters(app, owner, [letter]).catch(() => markRead(app.db, [letter.id]));
    }
  }
  return letters.length;
}

/** A wording in a letter, with whom that was written to: names are what changes. */
const writtenIn = ({ text, to: [box] }: WordingLetter) => ({
  text,
  origin: { ...splitName(box?.name ?? ''), company: '', address: box?.address ?? '' },
});

/** What is written again and again and stands in no note, what is written most often first. */
export async function readRepeated(app: Application, owner: string): Promise<RepeatedList> {
  const settings = await readSettings(app, owner);
  const toRead = await countToRead(app.db, owner);
  if (!settings.knows.includes('wording')) return { wordings: [], toRead: 0 };
  const letters = groupedBy(
    await repeatedWordings(app.db, owner, { least: OFTEN, limit: MOST, each: EACH }),
    ({ wording }) => wording,
  );
  const notes = await wordingsOfNotes(app.db, owner);
  const all = [...letters].map(([id, some]) => ({ id, count: some[0]!.count, letters: some.map(writtenIn) }));
  const told = await runTask('worthTelling', { all, notes, ways: waysOf(app, settings) });
  return { wordings: told.map((one) => ({ ...one, last: letters.get(one.id)![0]!.at })), toRead };
}

/** What was written twice or more, as it was written last: known again while it is typed. */
export async function readTypedBefore(app: Application, owner: string): Promise<TypedBefore[]> {
  if (!(await readSettings(app, owner)).knows.includes('wording')) return [];
  const letters = await repeatedWordings(app.db, owner, { least: TWICE, limit: MOST_TYPED, each: 1 });
  return letters.map(({ wording: id, count, text }) => ({ id, count, text }));
}

const letterOf = ({ message, to, at, text }: WordingLetter) => ({ message, to: to[0] ?? null, at, text });

/** One wording with the letters it stands in, the latest first. @throws UserError 404 */
export async function readWording(app: Application, owner: string, id: string): Promise<RepeatedWording> {
  const [settings, letters] = await Promise.all([
    readSettings(app, owner),
    lettersOfWording(app.db, owner, id, LETTERS_SHOWN),
  ]);
  if (!letters.length) throw notFound('wording');
  const parts = partsOf(letters.slice(0, EACH).map(writtenIn), waysOf(app, settings));
  return { id, count: letters[0]!.count, parts: parts ?? [letters[0]!.text], letters: letters.map(letterOf) };
}

/** Has a wording told, kept or never asked about again. @throws UserError 404 */
export async function changeWording({ db }: Application, owner: string, id: string, state: 'open' | 'kept' | 'left') {
  // One that is so already is there too, though nothing of it changes.
  if (!(await setWordingState(db, owner, id, state)) && !(await lettersOfWording(db, owner, id, 1)).length)
    throw notFound('wording');
}

/** Forgets what is written again and again, and what is changed in notes. */
export const forgetRepeated = async ({ db }: Application, owner: string): Promise<{ forgotten: number }> => ({
  forgotten: (await forgetWordings(db, owner)) + (await forgetEdits(db, owner)),
});

/** Has all sent letters looked through anew. */
export async function readAllAnew({ db }: Application, owner: string): Promise<void> {
  await readAnew(db, owner);
}
