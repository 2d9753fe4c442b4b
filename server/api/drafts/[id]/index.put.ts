import { draftSchema } from '#shared/schemas/draft';
import { changeDraft } from '../../../services/drafts';

export default ownerHandler(async (event, { app, owner, id }) =>
  changeDraft(app, owner, id, await bodyOf(event, draftSchema, DOCUMENT_BYTES)),
);
