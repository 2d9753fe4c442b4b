import { restoreShelf } from '../../../services/shelves';

export default ownerHandler(async (_event, { app, owner, id }) => {
  await restoreShelf(app, owner, id);
  return { ok: true };
});
