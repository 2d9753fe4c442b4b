import { deleteLookup } from '../../../services/lookups';

export default ownerHandler(async (_event, { app, owner, id }) => {
  await deleteLookup(app, owner, id);
  return { ok: true };
});
