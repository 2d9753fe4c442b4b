import { takeBack } from '../../../services/sending';

export default ownerHandler(async (_event, { app, owner, id }) => {
  await takeBack(app, owner, id);
  return { ok: true };
});
