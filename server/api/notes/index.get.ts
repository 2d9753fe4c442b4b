import { readNotes } from '../../services/notes';

export default ownerHandler((_event, { app, owner }) => readNotes(app, owner));
