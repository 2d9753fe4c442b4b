import { phrase } from '#core/text/phrase';
import type { MailboxRow } from '../../db/repositories/mailboxes';
import type { RemoteMailbox, SenderPort } from '../ports';
import { handOverBySmtp, type SmtpLines } from '../smtp';

/**
 * Sends by the user's own server. When a try ended without an answer, the sent folder of the mailbox is asked: what lies
 * there has gone; what does not may have gone all the same.
 */
export function ownSender(
  {
    openRemote,
    locate,
    lines,
  }: {
    openRemote(mailbox: MailboxRow): Promise<RemoteMailbox>;
    locate(server: { host: string; port: number }): Promise<string>;
    lines: SmtpLines;
  },
  mailbox: MailboxRow,
  password: string,
): SenderPort {
  const { host, port, security, certificate, user } = mailbox.sending;
  return {
    handOver: (envelope, raw) =>
      handOverBySmtp(
        {
          ...{ host, port, security, certificate },
          auth: { user, pass: password },
          locate: () => locate({ host, port }),
        },
        envelope,
        raw,
        lines,
      ),

    async wasAccepted(messageId) {
      try {
        const remote = await openRemote(mailbox);
        try {
          const sent = (await remote.folders()).find(({ role }) => role === 'sent');
          if (!sent) return 'unknown';
          await remote.open(sent.path);
          return (await remote.find(messageId)).length ? 'yes' : 'unknown';
        } finally {
          await remote.close();
        }
      } catch {
        return 'unknown';
      }
    },
  };
}

/** Stands for a mailbox that was taken away while something was still to be sent from it. */
export const goneSender: SenderPort = {
  async handOver({ to }) {
    const setbacks = to.map((address) => ({ address, final: true, reason: '' }));
    return { outcome: 'declined', setbacks, problem: phrase('mailbox.senderGone') };
  },
  wasAccepted: async () => 'unknown',
};
