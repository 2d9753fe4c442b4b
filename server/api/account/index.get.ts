import { isOn } from '#shared/utils/setting';
import { accountWithSettings } from '../../services/accounts';
import { seeSession } from '../../services/sessions';

/** Who is signed in, with their settings; null for nobody. */
export default publicHandler(async (event, app) => {
  const user = await userOf(event);
  const goesOn = user?.session ? await seeSession(app, user.id, user.session) : false;
  const known = goesOn ? await accountWithSettings(app, user!.id) : { account: null, settings: null };
  return { ...known, demo: isOn(useRuntimeConfig().demo) };
});
