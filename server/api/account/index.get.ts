import { accountOf } from '../../services/accounts';

/** Who is signed in; null for nobody. */
export default publicHandler(async (event, app) => {
  const { user } = await getUserSession(event);
  const account = user ? await accountOf(app, user.id) : null;
  return { account, demo: Boolean(useRuntimeConfig().demo) };
});
