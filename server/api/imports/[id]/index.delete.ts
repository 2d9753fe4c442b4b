import { leaveImport } from '../../../services/imports/import';

export default ownerHandler(async (_event, { app, owner, id }) => {
  await leaveImport(app, owner, id);
  return { ok: true };
});
