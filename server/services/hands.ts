import { randomBytes } from 'node:crypto';
import type { Knex } from 'knex';
import type { Again } from '#shared/schemas/again';
import type { HandsPage, HandsRow } from '#shared/types/hands';
import type { HandsChange, HandsInput, HandsVerdict } from '#shared/schemas/hands';
import { later } from '#core/calendar/day';
import { codeOf, codesIn } from '#core/hands/hands';
import { recognise } from '#core/hands/recognise';
import { addressKey, type Mailbox } from '#core/message/address';
import { splitQuoted } from '#core/message/quote';
import { words } from '#core/search/words';
import { isDuplicate } from '../db/connect';
import { newId } from '../db/id';
import {
  askedOf,
  handsById,
  insertHands,
  insertReplies,
  letterOf,
  listHands,
  rememberAsked,
  repliesTo,
  setReply,
  unreadFor,
  updateHands,
  type NewReply,
} from '../db/repositories/hands';
import { ownAddressKeys } from '../db/repositories/mailboxes';
import { moveAgain } from '../db/repositories/messages';
import { messagesWithWord } from '../db/repositories/messageWords';
import { runTask } from '../work/pool';
import type { Application } from './application';
import { asWritten, notFound, stale, UserError } from './errors';
import { phrase } from '#core/text/phrase';

/** Makes a show of hands; it is put to people with the letter it is put into. */
export async function makeHands(app: Application, owner: string, input: HandsInput): Promise<HandsRow> {
  const id = newId();
  for (let tries = 0; ; tries++) {
    try {
      await insertHands(app.db, owner, id, codeOf(randomBytes(6)), input, app.now());
      return (await handsById(app.db, owner, id))!;
    } catch (error) {
      // A code that is taken already is drawn again.
      if (!isDuplicate(error) || tries > 4) throw error;
    }
  }
}

export const readHandsList = ({ db }: Application, owner: string): Promise<HandsRow[]> => listHands(db, owner);

/** A show of hands with what was answered until now: answers that came meanwhile are read. */
export async function readHands(app: Application, owner: string, id: string): Promise<HandsPage> {
  const hands = await handsById(app.db, owner, id);
  if (!hands) throw notFound('hands');
  await readAnswers(app, owner, hands);
  const people = await askedOf(app.db, owner, id);
  const replies = await repliesTo(app.db, owner, id);
  const asked = new Set(people.map(({ key }) => key));
  const others = new Map(
    replies.filter(({ key }) => !asked.has(key)).map(({ key, name, address }) => [key, { key, name, address }]),
  );
  return {
    ...hands,
    people,
    others: [...others.values()],
    answers: replies.map(({ id, messageId, person, options, state, at }) => ({
      id,
      messageId,
      person,
      options,
      state,
      at,
    })),
  };
}

/** So much of a message is read for an answer. */
const READ = 20_000;
/** So many messages are read for answers at once. */
const PORTION = 20;

/** Reads what came in since and may be an answer. Each message is read once. */
async function readAnswers(app: Application, owner: string, hands: HandsRow): Promise<void> {
  const mine = await ownAddressKeys(app.db, owner);
  const [term = ''] = words(hands.code)
    .map((word) => word.term)
    .sort((a, b) => b.length - a.length);
  const withCode = await messagesWithWord(app.db, owner, term);
  for (;;) {
    const unread = await unreadFor(app.db, owner, hands, withCode, PORTION);
    if (!unread.length) return;
    const replies: NewReply[] = [];
    for (const { id, isInThread, from, at } of unread) {
      const one = { messageId: id, from, at };
      const isOwn = mine.has(addressKey(from.address));
      const choice = isOwn ? null : await choiceIn(app, owner, id, hands, isInThread);
      replies.push(
        choice
          ? { ...one, options: choice.options, state: choice.sure ? 'sure' : 'proposed' }
          : { ...one, options: [], state: 'none' },
      );
    }
    await insertReplies(app.db, owner, hands.id, replies);
    if (unread.length < PORTION) return;
  }
}

async function choiceIn(app: Application, owner: string, id: string, hands: HandsRow, isInThread: boolean) {
  const { raw, subject } = await app.mail(owner).get(id);
  // One that cannot be read holds no answer.
  const read = await runTask('quote', { raw }).catch(() => null);
  return read && recognise({ subject, own: splitQuoted(read.text.slice(0, READ)).own }, hands, isInThread);
}

/** Changes the last day, deletes a show of hands, or brings a deleted one back. */
export async function changeHands(
  app: Application,
  owner: string,
  id: string,
  { version, lastDay, deleted }: HandsChange,
): Promise<HandsRow> {
  const before = await handsById(app.db, owner, id, true);
  const changed = await updateHands(app.db, owner, id, version, { lastDay, deletedAt: deleted ? app.now() : null });
  const hands = await handsById(app.db, owner, id, true);
  if (!hands) throw notFound('hands');
  if (!changed) throw stale('hands', hands);
  const letter = await letterOf(app.db, owner, id);
  if (letter) await moveAgain(app.db, owner, letter, before && over(before), deleted ? null : over(hands));
  return asWritten('hands', version, hands);
}

const fits = ({ options, several }: HandsRow, chosen: number[]) =>
  chosen.every((number) => number <= options.length) &&
  new Set(chosen).size === chosen.length &&
  (several || chosen.length <= 1);

/** Puts in what somebody who was asked, or answered, said otherwise. */
export async function putAnswer(
  app: Application,
  owner: string,
  id: string,
  { address, options }: { address: string; options: number[] },
): Promise<HandsPage> {
  const page = await readHands(app, owner, id);
  const person = [...page.people, ...page.others].find(({ key }) => key === addressKey(address));
  if (!person) throw notFound('person');
  if (!fits(page, options)) throw new UserError(phrase('hands.noFit'), 422);
  const from: Mailbox = { name: person.name, address: person.address };
  await insertReplies(app.db, owner, id, [{ messageId: null, from, options, state: 'confirmed', at: app.now() }]);
  return readHands(app, owner, id);
}

/** Takes a proposed answer as it is meant, or as none. */
export async function judgeAnswer(
  app: Application,
  owner: string,
  id: string,
  answer: string,
  verdict: HandsVerdict,
): Promise<HandsPage> {
  const page = await readHands(app, owner, id);
  if (verdict.state === 'confirmed' && !fits(page, verdict.options)) throw new UserError(phrase('hands.noFit'), 422);
  if (!(await setReply(app.db, owner, id, answer, verdict))) throw notFound('answer');
  return readHands(app, owner, id);
}

const NO_DAYS_OFF = { weekdays: [], days: [] };

/** The letter of a show of hands comes back on the day after its last day, with the question as why. */
function over({ lastDay, question }: HandsRow): Again | null {
  const day = lastDay && later(lastDay, 1, 'day', NO_DAYS_OFF);
  return day ? { day, why: question.slice(0, 300) } : null;
}

/** Takes down who was asked by a letter that was sent, and has it come back when all should have answered. */
export async function keepAsked(
  trx: Knex,
  owner: string,
  codes: string[],
  people: Mailbox[],
  messageId: string,
): Promise<void> {
  for (const hands of await rememberAsked(trx, owner, codes, people, messageId))
    await moveAgain(trx, owner, messageId, null, over(hands));
}

/** The codes of shows of hands that stand in a letter. */
export const codesInLetter = (body: unknown): string[] => codesIn(JSON.stringify(body));
