import { removalSchema } from '#shared/schemas/mailbox';
import { removeMailbox } from '../../../services/mailboxes';

export default ownerHandler(async (event, { app, owner, id }) => {
  const { keepMessages } = await queryOf(event, removalSchema);
  await removeMailbox(app, owner, id, keepMessages);
  return { ok: true };
});
