import { noteUsed } from '../../../services/notes';

export default ownerHandler(async (_event, { app, owner, id }) => {
  await noteUsed(app, owner, id);
  return { ok: true };
});
