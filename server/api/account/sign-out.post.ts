import { endSession } from '../../services/sessions';

export default publicHandler(async (event, app) => {
  const { user } = await getUserSession(event);
  if (user?.session) await endSession(app, user.id, user.session);
  await clearUserSession(event);
  return { ok: true };
});
