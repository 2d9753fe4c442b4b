import { signUpSchema } from '#shared/schemas/account';
import { signUp } from '../../services/accounts';

// Whoever begins can think better of what they send; a few seconds are noticed by nobody else.
export default publicHandler(async (event, app) => {
  const account = await signUp(app, passwords, await bodyOf(event, signUpSchema, 10_000), { sendDelay: 5 });
  await enter(event, app, account);
  return account;
});
