import { readImport } from '../../../services/imports';

export default ownerHandler((_event, { app, owner, id }) => readImport(app, owner, id));
