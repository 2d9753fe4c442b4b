import { beginImport } from '../../services/imports/import';

export default ownerHandler((_event, { app, owner }) => beginImport(app, owner));
