import { readLookups } from '../../services/lookups';

export default ownerHandler((_event, { app, owner }) => readLookups(app, owner));
