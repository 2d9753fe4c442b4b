import { isOn } from '#shared/utils/setting';
import { enterDemo } from '../../services/demo';

/** One click into the demo account, where this installation has one. */
export default publicHandler(async (event, app) => {
  const account = await enterDemo(app, passwords, isOn(useRuntimeConfig().demo));
  await enter(event, app, account);
  return account;
});
