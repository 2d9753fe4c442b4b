import { readOpenImports } from '../../services/imports/import';

export default ownerHandler((_event, { app, owner }) => readOpenImports(app, owner));
