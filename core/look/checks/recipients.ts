import { addressKey, addressProblem } from '../../message/address';
import { slipDistance } from '../../slip/correction';
import { phrase } from '../../text/phrase';
import type { LookedAt, Letter } from '../letter/letter';
import type { Finding } from '../letter/finding';

/** Everybody a draft goes to, each with the field they stand in. */
export const recipientsOf = (draft: Pick<LookedAt, 'to' | 'cc' | 'bcc'>) =>
  (['to', 'cc', 'bcc'] as const).flatMap((part) => draft[part].map((box) => ({ part, box })));

/** Nobody to send to, and addresses that cannot be. */
export function recipients(draft: LookedAt): Omit<Finding, 'stop'>[] {
  const all = recipientsOf(draft);
  if (!all.length)
    return [{ kind: 'no-recipient', about: '', words: phrase('look.noRecipient'), place: { part: 'to' } }];
  return all.flatMap(({ part, box: { address } }) => {
    const problem = addressProblem(address);
    if (!problem) return [];
    return [
      {
        kind: 'bad-address' as const,
        about: address,
        words: phrase('look.badAddress', { address, problem }),
        place: { part },
      },
    ];
  });
}

/** An address that differs from a known one by one slip, and one's own. */
export function likelyAddresses(letter: Letter): Omit<Finding, 'stop'>[] {
  const known = new Set(letter.people.map(({ address }) => addressKey(address)));
  const own = addressKey(letter.me.address);
  return recipientsOf(letter).flatMap(({ part, box: { address } }): Omit<Finding, 'stop'>[] => {
    const key = addressKey(address);
    if (key === own) {
      if (part !== 'to') return [];
      return [{ kind: 'own-address', about: key, words: phrase('look.ownAddress', { address }), place: { part } }];
    }
    if (known.has(key) || addressProblem(address)) return [];
    const near = letter.people.find((other) => slipDistance(addressKey(other.address), key, 1) === 1);
    if (!near) return [];
    return [
      {
        kind: 'near-address',
        about: key,
        words: phrase('look.nearAddress', { address, known: near.address }),
        place: { part },
        mend: { type: 'address', address: near.address },
      },
    ];
  });
}
