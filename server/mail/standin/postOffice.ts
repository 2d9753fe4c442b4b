import type { AddressInfo } from 'node:net';
import type { Knex } from 'knex';
import { SMTPServer } from 'smtp-server';
import { addressProblem } from '#core/message/address';
import { accountByAddress, holdAccount, isAnyAccount } from '../../db/repositories/accounts';
import { takeDelivery, takeNewDelivery } from '../../db/repositories/deliveries';
import { inTransaction } from '../../db/transaction';
import { noteFault } from '../../services/fault';
import { runTask } from '../../work/pool';
import { storeMessages } from '../store/intake';
import { readableAddress } from '../wireAddress';

/** What the post office takes in one message. */
const SIZE_LIMIT = 25 * 1024 * 1024;

export interface PostOffice {
  port: number;
  close(): Promise<void>;
}

function refusal(code: number, text: string): Error {
  return Object.assign(new Error(text), { responseCode: code });
}

/**
 * The stand-in post office: an SMTP server on loopback. It keeps what it receives, delivers to accounts of this
 * installation, and lets everything else rest: nothing leaves the machine. The user of the SMTP sign-in is the account,
 * the password the secret of this installation. It refuses names that cannot exist (`.invalid`, RFC 2606 section 2) and
 * messages that are too large, as a real one would. A message with a Message-ID it already has is accepted and not
 * delivered again.
 */
export async function openPostOffice(db: Knex, secret: string, port = 0): Promise<PostOffice> {
  const server = new SMTPServer({
    banner: 'Jar Note stand-in post office',
    hideSTARTTLS: true,
    allowInsecureAuth: true,
    authOptional: false,
    size: SIZE_LIMIT,
    disableReverseLookup: true,
    onAuth({ username, password }, _session, done) {
      if (password === secret && username) done(null, { user: username });
      else done(refusal(535, '5.7.8 The post office does not know this account.'));
    },
    onRcptTo({ address }, _session, done) {
      if (addressProblem(address)) return done(refusal(553, `5.1.3 "${address}" cannot be an address.`));
      if (/\.invalid$/i.test(address)) {
        return done(refusal(550, `5.1.2 There is no such place as "${address.slice(address.lastIndexOf('@') + 1)}".`));
      }
      done();
    },
    onData(stream, session, done) {
      const chunks: Buffer[] = [];
      stream.on('data', (chunk: Buffer) => stream.sizeExceeded || chunks.push(chunk));
      stream.on('end', () => {
        if (stream.sizeExceeded) {
          return done(refusal(552, '5.3.4 The message is larger than the post office takes (25 MB).'));
        }
        receive(db, String(session.user), session.envelope, Buffer.concat(chunks)).then(
          () => done(null),
          (error) => {
            noteFault('Post office', error);
            done(refusal(451, '4.3.0 The post office could not keep the message. It can be tried again.'));
          },
        );
      });
    },
  });
  server.on('error', () => {
    /* A broken connection ends that connection; the message in it was not accepted. */
  });
  await new Promise<void>((resolve, reject) => {
    server.server.once('error', reject);
    server.listen(port, '127.0.0.1', () => resolve());
  });
  return {
    port: (server.server.address() as AddressInfo).port,
    close: () => new Promise((resolve) => server.close(() => resolve())),
  };
}

async function receive(
  db: Knex,
  owner: string,
  envelope: { mailFrom: false | { address: string }; rcptTo: { address: string }[] },
  raw: Buffer,
): Promise<void> {
  const to = envelope.rcptTo.map(({ address }) => readableAddress(address));
  const [[columns], isForHere] = await Promise.all([runTask('derive', { raws: [raw] }), isAnyAccount(db, to)]);
  const receivedAt = Date.now();
  const delivery = {
    messageId: columns!.messageId,
    envelopeFrom: envelope.mailFrom ? envelope.mailFrom.address : '',
    envelopeTo: to,
    raw,
    receivedAt,
  };
  if (!isForHere && (await takeNewDelivery(db, owner, delivery))) return;
  // What was accepted is in every inbox it is for: both or neither.
  await inTransaction(db, async (trx) => {
    await holdAccount(trx, owner);
    for (const address of await takeDelivery(trx, owner, delivery)) {
      const account = await accountByAddress(trx, address);
      if (!account) continue;
      if (account.id !== owner) await holdAccount(trx, account.id);
      const incoming = { raw, columns: columns!, options: { receivedAt } };
      await storeMessages(trx, account.id, { folder: 'inbox', mailboxId: null, since: 0 }, [incoming]);
    }
  });
}
