import { discardDraft } from '../../../services/drafts';

export default ownerHandler(async (_event, { app, owner, id }) => {
  await discardDraft(app, owner, id);
  return { ok: true };
});
