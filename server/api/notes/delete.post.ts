import { noteIdsSchema } from '#shared/schemas/note';
import { deleteNotes } from '../../services/notes';

export default ownerHandler(async (event, { app, owner }) => {
  await deleteNotes(app, owner, (await bodyOf(event, noteIdsSchema)).ids);
  return { ok: true };
});
