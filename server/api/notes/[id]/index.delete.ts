import { deleteNote } from '../../../services/notes';

export default ownerHandler(async (_event, { app, owner, id }) => {
  await deleteNote(app, owner, id);
  return { ok: true };
});
