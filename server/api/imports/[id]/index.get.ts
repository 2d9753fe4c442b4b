import { readImport } from '../../../services/imports/import';

export default ownerHandler((_event, { app, owner, id }) => readImport(app, owner, id));
