import { readNote } from '../../../services/notes';

export default ownerHandler((_event, { app, owner, id }) => readNote(app, owner, id));
