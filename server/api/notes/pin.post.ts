import { notePinSchema } from '#shared/schemas/note';
import { pinNotes } from '../../services/notes';

export default ownerHandler(async (event, { app, owner }) => pinNotes(app, owner, await bodyOf(event, notePinSchema)));
