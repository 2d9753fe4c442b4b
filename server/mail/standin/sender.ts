import type { Knex } from 'knex';
import { deliveredTo } from '../../db/repositories/deliveries';
import type { SenderPort } from '../ports';
import { handOverBySmtp, type SmtpLines } from '../smtp';
import { wireAddress } from '../wireAddress';

/** Sends by SMTP to the stand-in post office, and can ask it what it has. */
export function standInSender(
  { db, lines }: { db: Knex; lines: SmtpLines },
  owner: string,
  office: { port: number; secret: string },
): SenderPort {
  return {
    handOver: (envelope, raw) =>
      handOverBySmtp(
        { host: '127.0.0.1', port: office.port, security: 'none', auth: { user: owner, pass: office.secret } },
        envelope,
        raw,
        lines,
      ),
    async wasAccepted(messageId, to) {
      const had = (await deliveredTo(db, owner, messageId)).map(wireAddress);
      return to.every((address) => had.includes(wireAddress(address))) ? 'yes' : 'no';
    },
  };
}
