import { wordingStateSchema } from '#shared/schemas/knowing';
import { changeWording } from '../../services/repeated';

export default ownerHandler(async (event, { app, owner, id }) => {
  const { state } = await bodyOf(event, wordingStateSchema);
  await changeWording(app, owner, id, state);
  return { ok: true };
});
