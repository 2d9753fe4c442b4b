import { signUpSchema } from '#shared/schemas/account';
import { signUp } from '../../services/accounts';

export default publicHandler(async (event, app) => {
  const account = await signUp(app, passwords, await bodyOf(event, signUpSchema, 10_000));
  await enter(event, app, account);
  return account;
});
