import { addressKey } from '../message/address';
import { pastDay, subjectDiffers, wrongWeekday } from './checks/days';
import { files, size } from './checks/files';
import { signature, twoClosings, twoGreetings } from './checks/frame';
import { links, pictures } from './checks/links';
import { otherGreeting, otherName } from './checks/names';
import { empty, open } from './checks/open';
import { likelyAddresses, recipients } from './checks/recipients';
import { sameNote, whom } from './checks/whom';
import { slips, wordTwice } from './checks/words';
import { CHECKS, findingKey, HOLDING, NEEDED, type CheckName, type Finding, type Silence } from './finding';
import { letterOf, type LookedAt, type LookFacts } from './letter';

/** What the user has said of findings. */
export interface LookWishes {
  /** The checks that hold a message back. */
  holds?: readonly CheckName[];
  /** Findings silenced in this message, by their {@link findingKey}. */
  silenced?: readonly string[];
  /** Checks silenced for a person or always. */
  silences?: readonly Silence[];
}

const ORDER = new Map(CHECKS.map((kind, i) => [kind, i]));

function wished(found: Omit<Finding, 'stop'>[], { to }: LookedAt, wishes: LookWishes): Finding[] {
  const { holds = HOLDING, silenced = [], silences = [] } = wishes;
  const people = new Set(['', ...to.map(({ address }) => addressKey(address))]);
  const isSilent = (one: Omit<Finding, 'stop'>) =>
    !NEEDED.includes(one.kind) &&
    (silenced.includes(findingKey(one)) ||
      silences.some(({ kind, person }) => kind === one.kind && people.has(person)));
  return found
    .filter((one) => !isSilent(one))
    .map((one) => ({ ...one, stop: NEEDED.includes(one.kind) || holds.includes(one.kind) }))
    .sort((a, b) => Number(b.stop) - Number(a.stop) || ORDER.get(a.kind)! - ORDER.get(b.kind)!);
}

/** What is seen at once, at every key: whom it goes to, what is open, what is empty. */
export function quickLook(draft: LookedAt, wishes: LookWishes = {}): Finding[] {
  return wished([...recipients(draft), ...open(draft), ...empty(draft)], draft, wishes);
}

/** What is seen by reading the letter; takes milliseconds, and is done beside the typing. */
export function closeLook(draft: LookedAt, facts: LookFacts, wishes: LookWishes = {}): Finding[] {
  const letter = letterOf(draft, facts);
  const checks = [
    likelyAddresses,
    otherGreeting,
    otherName,
    wrongWeekday,
    pastDay,
    subjectDiffers,
    files,
    signature,
    twoGreetings,
    twoClosings,
    sameNote,
    links,
    pictures,
    size,
    wordTwice,
    slips,
    whom,
  ];
  return wished(
    checks.flatMap((check) => check(letter)),
    draft,
    wishes,
  );
}

/** The last look before a message leaves: what holds it back first, then in the order of what it is about. */
export function lastLook(draft: LookedAt, facts: LookFacts, wishes: LookWishes = {}): Finding[] {
  const all = [...quickLook(draft, wishes), ...closeLook(draft, facts, wishes)];
  return all.sort((a, b) => Number(b.stop) - Number(a.stop) || ORDER.get(a.kind)! - ORDER.get(b.kind)!);
}
