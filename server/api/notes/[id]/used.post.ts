import { noteUseSchema } from '#shared/schemas/note';
import { noteUsed } from '../../../services/notes';

export default ownerHandler(async (event, { app, owner, id }) => {
  await noteUsed(app, owner, id, await bodyOf(event, noteUseSchema));
  return { ok: true };
});
