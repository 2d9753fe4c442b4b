import { restoreDraft } from '../../../services/drafts';

export default ownerHandler((_event, { app, owner, id }) => restoreDraft(app, owner, id));
