import { restoreLookup } from '../../../services/lookups';

export default ownerHandler((_event, { app, owner, id }) => restoreLookup(app, owner, id));
