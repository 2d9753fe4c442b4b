import { readDrafts } from '../../services/drafts';

export default ownerHandler((_event, { app, owner }) => readDrafts(app, owner));
