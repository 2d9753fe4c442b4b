import { mailboxSchema } from '#shared/schemas/mailbox';
import { changeMailbox } from '../../../services/mailboxes';

export default ownerHandler(async (event, { app, owner, id }) =>
  changeMailbox(app, owner, id, await bodyOf(event, mailboxSchema)),
);
