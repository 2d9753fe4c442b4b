import { passedSchema } from '#shared/schemas/knowing';
import { learnTaken } from '../../services/knowing';

export default ownerHandler(async (event, { app, owner }) => {
  const { messageId, offered } = await bodyOf(event, passedSchema);
  await learnTaken(app, owner, messageId, [], offered);
  return { ok: true };
});
