import { undoImport } from '../../../services/imports/undo';

export default ownerHandler((_event, { app, owner, id }) => undoImport(app, owner, id));
