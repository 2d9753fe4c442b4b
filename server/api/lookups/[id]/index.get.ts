import { readLookup } from '../../../services/lookups';

export default ownerHandler((_event, { app, owner, id }) => readLookup(app, owner, id));
