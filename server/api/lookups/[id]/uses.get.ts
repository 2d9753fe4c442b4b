import { readUses } from '../../../services/lookups';

export default ownerHandler((_event, { app, owner, id }) => readUses(app, owner, id));
