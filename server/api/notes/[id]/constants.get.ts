import { readConstantBlanks } from '../../../services/notes';

export default ownerHandler((_event, { app, owner, id }) => readConstantBlanks(app, owner, id));
