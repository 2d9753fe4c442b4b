import { noteUseSchema } from '#shared/schemas/note';
import { noteUnused } from '../../../services/notes';

/** The insertion was undone. */
export default ownerHandler(async (event, { app, owner, id }) => {
  await noteUnused(app, owner, id, await bodyOf(event, noteUseSchema));
  return { ok: true };
});
