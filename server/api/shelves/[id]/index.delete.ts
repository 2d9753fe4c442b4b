import { removeShelf } from '../../../services/shelves';

export default ownerHandler(async (_event, { app, owner, id }) => {
  await removeShelf(app, owner, id);
  return { ok: true };
});
