import { readAllAnew } from '../../services/repeated';

export default ownerHandler(async (_event, { app, owner }) => {
  await readAllAnew(app, owner);
  return { ok: true };
});
