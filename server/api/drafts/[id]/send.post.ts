import { sendSchema } from '#shared/schemas/draft';
import { sendDraft } from '../../../services/sending';

export default ownerHandler(async (event, { app, owner, id }) =>
  sendDraft(app, owner, id, await bodyOf(event, sendSchema)),
);
