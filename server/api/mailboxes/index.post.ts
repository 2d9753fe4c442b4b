import { mailboxSchema } from '#shared/schemas/mailbox';
import { connectMailbox } from '../../services/mailboxes';

export default ownerHandler(async (event, { app, owner }) =>
  connectMailbox(app, owner, await bodyOf(event, mailboxSchema)),
);
