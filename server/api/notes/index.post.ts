import { noteSchema } from '#shared/schemas/note';
import { keepNote } from '../../services/notes';

export default ownerHandler(async (event, { app, owner }) =>
  keepNote(app, owner, await bodyOf(event, noteSchema, DOCUMENT_BYTES)),
);
