import { signInSchema } from '#shared/schemas/account';
import { signIn } from '../../services/accounts';

export default publicHandler(async (event, app) => {
  const account = await signIn(app, passwords, await bodyOf(event, signInSchema));
  await setUserSession(event, { user: { id: account.id } });
  return account;
});
