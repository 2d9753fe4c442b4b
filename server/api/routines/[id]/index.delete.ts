import { removeRoutine } from '../../../services/routines';

export default ownerHandler(async (_event, { app, owner, id }) => {
  await removeRoutine(app, owner, id);
  return { ok: true };
});
