import type { Knex } from 'knex';
import type { Draft } from '#shared/types/wire';
import type { AnswerSearch } from '#shared/schemas/answers';
import { blankKey } from '#core/blank/kinds/key';
import { kindOf } from '#core/blank/kinds/registry';
import { answersGiven, rememberAnswers } from '../db/repositories/givenAnswers';
import { countAnswers } from '../db/repositories/noteAnswers';
import type { Application } from './application';

const LONGEST = 2000;

/** Keeps what was answered in a message that has left: to be offered for the same blank again, and counted for its note. */
export async function rememberFills(
  db: Knex,
  owner: string,
  draft: Pick<Draft, 'to' | 'fills'>,
  now: number,
): Promise<void> {
  const answers = new Map<string, string>();
  for (const { note, blanks, answers: given } of Object.values(draft.fills)) {
    const ofNote: { key: string; answer: string }[] = [];
    for (const { label, kind } of blanks) {
      const key = blankKey(label);
      const answer = given[key];
      if (typeof answer !== 'string' || !answer.trim() || answer.length > LONGEST || !kindOf(kind).remembers) continue;
      answers.set(`${key}\n${answer.trim()}`, key);
      ofNote.push({ key, answer: answer.trim() });
    }
    if (note) await countAnswers(db, owner, note, ofNote);
  }
  const rows = [...answers].map(([id, key]) => ({ key, answer: id.slice(key.length + 1) }));
  await rememberAnswers(db, owner, draft.to[0]?.address ?? '', rows, now);
}

/** What was answered before for these blanks: to this person first, the latest first. */
export function readAnswersGiven({ db }: Application, owner: string, { keys, address }: AnswerSearch) {
  return answersGiven(db, owner, [...new Set(keys)], address, 4);
}
