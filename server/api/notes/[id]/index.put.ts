import { noteChangeSchema } from '#shared/schemas/note';
import { changeNote } from '../../../services/notes';

export default ownerHandler(async (event, { app, owner, id }) =>
  changeNote(app, owner, id, await bodyOf(event, noteChangeSchema, DOCUMENT_BYTES)),
);
