import { pausedSchema } from '#shared/schemas/mailbox';
import { setPaused } from '../../../services/mailboxes';

export default ownerHandler(async (event, { app, owner, id }) =>
  setPaused(app, owner, id, (await bodyOf(event, pausedSchema)).paused),
);
