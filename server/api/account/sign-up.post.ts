import { signUpSchema } from '#shared/schemas/account';
import { signUp } from '../../services/accounts';

// Whoever begins can think better of what they send; a few seconds are noticed by nobody else.
export default publicHandler(async (event, app) => {
  const input = await bodyOf(event, signUpSchema, 10_000);
  const account = await signUp(app, passwords, input, { sendDelay: 5, from: tryOrigin(event, input.address) });
  await enter(event, app, account);
  return account;
});
