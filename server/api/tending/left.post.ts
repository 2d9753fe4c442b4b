import { tendingLeftSchema } from '#shared/schemas/knowing';
import { setTendingLeft } from '../../services/tending';

export default ownerHandler(async (event, { app, owner }) => {
  const { about, left } = await bodyOf(event, tendingLeftSchema);
  await setTendingLeft(app, owner, about, left);
  return { ok: true };
});
