import { readOpenImports } from '../../services/imports';

export default ownerHandler((_event, { app, owner }) => readOpenImports(app, owner));
