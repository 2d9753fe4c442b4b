import { accountOf } from '../../services/accounts';
import { seeSession } from '../../services/sessions';

/** Who is signed in; null for nobody. */
export default publicHandler(async (event, app) => {
  const { user } = await getUserSession(event);
  const goesOn = user?.session ? await seeSession(app, user.id, user.session) : false;
  return { account: goesOn ? await accountOf(app, user!.id) : null, demo: Boolean(useRuntimeConfig().demo) };
});
