import { addressKey } from '../message/address';
import { empty, open } from './checks/open';
import { recipients } from './checks/recipients';
import { CHECKS, findingKey, HOLDING, NEEDED, type CheckName, type Finding, type Silence } from './letter/finding';
import type { LookedAt } from './letter/letter';

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

/** Findings in the order they are said in: what holds first, then by what they are about. */
export const inOrder = (findings: Finding[]): Finding[] =>
  findings.sort((a, b) => Number(b.stop) - Number(a.stop) || ORDER.get(a.kind)! - ORDER.get(b.kind)!);

/** What the user wants to hear of what was found, what holds first. */
export function wished(found: Omit<Finding, 'stop'>[], { to }: LookedAt, wishes: LookWishes): Finding[] {
  const { holds = HOLDING, silenced = [], silences = [] } = wishes;
  const people = new Set(['', ...to.map(({ address }) => addressKey(address))]);
  const isSilent = (one: Omit<Finding, 'stop'>) =>
    !NEEDED.includes(one.kind) &&
    (silenced.includes(findingKey(one)) ||
      silences.some(({ kind, person }) => kind === one.kind && people.has(person)));
  return inOrder(
    found
      .filter((one) => !isSilent(one))
      .map((one) => ({ ...one, stop: NEEDED.includes(one.kind) || holds.includes(one.kind) })),
  );
}

/** What is seen at once, at every key: whom it goes to, what is open, what is empty. */
export function quickLook(draft: LookedAt, wishes: LookWishes = {}): Finding[] {
  return wished([...recipients(draft), ...open(draft), ...empty(draft)], draft, wishes);
}
