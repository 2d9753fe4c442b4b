import { measuredSchema } from '#shared/schemas/knowing';
import { addMeasured } from '../../services/timeBack';

export default ownerHandler(async (event, { app, owner }) => {
  await addMeasured(app, owner, await bodyOf(event, measuredSchema));
  return { ok: true };
});
