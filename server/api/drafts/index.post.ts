import { newDraftSchema } from '#shared/schemas/draft';
import { beginDraft } from '../../services/drafts';

export default ownerHandler(async (event, { app, owner }) =>
  beginDraft(app, owner, await bodyOf(event, newDraftSchema)),
);
