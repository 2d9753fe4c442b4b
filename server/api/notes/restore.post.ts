import { noteIdsSchema } from '#shared/schemas/note';
import { restoreNotes } from '../../services/notes';

export default ownerHandler(async (event, { app, owner }) =>
  restoreNotes(app, owner, (await bodyOf(event, noteIdsSchema)).ids),
);
