import { readDraft } from '../../../services/drafts';

export default ownerHandler((_event, { app, owner, id }) => readDraft(app, owner, id));
