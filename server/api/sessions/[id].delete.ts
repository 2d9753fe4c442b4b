import { endSession } from '../../services/sessions';

export default ownerHandler(async (_event, { app, owner, id }) => {
  await endSession(app, owner, id);
  return { ok: true };
});
