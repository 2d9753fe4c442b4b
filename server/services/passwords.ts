import type { MailboxRow } from '../db/repositories/mailboxes';
import { phrase } from '#core/text/phrase';
import { RemoteError } from '../mail/remote/errors';
import type { Application } from './application';

/** The passwords of a mailbox. */
export interface MailPasswords {
  receiving: string;
  sending: string;
}

const boundTo = ({ owner, id }: Pick<MailboxRow, 'owner' | 'id'>) => `${owner} ${id}`;

/** Seals the passwords of a mailbox, for it and its owner alone. */
export function sealPasswords(
  app: Pick<Application, 'seal'>,
  mailbox: Pick<MailboxRow, 'owner' | 'id'>,
  passwords: MailPasswords,
): Buffer {
  return app.seal(boundTo(mailbox), JSON.stringify(passwords));
}

/** The passwords of a mailbox. @throws RemoteError when they were sealed by another installation */
export function passwordsOf(
  app: Pick<Application, 'unseal'>,
  mailbox: Pick<MailboxRow, 'owner' | 'id' | 'secrets'>,
): MailPasswords {
  try {
    return JSON.parse(app.unseal(boundTo(mailbox), mailbox.secrets)) as MailPasswords;
  } catch {
    throw new RemoteError('password', phrase('mailbox.sealedElsewhere'));
  }
}
