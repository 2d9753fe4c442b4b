import { restoreNote } from '../../../services/notes';

export default ownerHandler((_event, { app, owner, id }) => restoreNote(app, owner, id));
