import { beginImport } from '../../services/imports';

export default ownerHandler((_event, { app, owner }) => beginImport(app, owner));
