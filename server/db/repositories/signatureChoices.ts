import type { Knex } from 'knex';
import { addressKey } from '#core/message/address';

const keyOf = (address: string) => addressKey(address).slice(0, 320);

/** Takes down that a signature was chosen for somebody; another one than before begins anew. */
export async function rememberSignature(db: Knex, owner: string, address: string, signature: string): Promise<void> {
  if (!address) return;
  await db('signature_choices')
    .insert({ owner, address_key: keyOf(address), signature, times: 1 })
    .onConflict(['owner', 'address_key'])
    .merge({
      // The one is read before the other is set (MariaDB sets from left to right).
      times: db.raw('IF(signature = VALUES(signature), times + 1, 1)'),
      signature: db.raw('VALUES(signature)'),
    });
}

/** The signature chosen for somebody so many times in a row; empty for none. */
export async function signatureChosenFor(db: Knex, owner: string, address: string, times: number): Promise<string> {
  const row = await db('signature_choices')
    .where({ owner, address_key: keyOf(address) })
    .where('times', '>=', times)
    .first('signature');
  return row ? String(row.signature) : '';
}
