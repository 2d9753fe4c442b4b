import { signInSchema } from '#shared/schemas/account';
import { signIn } from '../../services/accounts';

export default publicHandler(async (event, app) => {
  const input = await bodyOf(event, signInSchema, 10_000);
  const account = await signIn(app, passwords, input, tryOrigin(event, input.address));
  await enter(event, app, account);
  return account;
});
