import type { Passwords } from '../services/accounts';

/** scrypt, from the session module. */
export const passwords: Passwords = {
  hash: (password) => hashPassword(password),
  verify: (hash, password) => verifyPassword(hash, password),
};
