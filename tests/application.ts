import { afterAll, inject } from 'vitest';
import type { Account } from '#shared/types/wire';
import { connect } from '../server/db/connect';
import { newId } from '../server/db/id';
import { signUp, type Passwords } from '../server/services/accounts';
import { openApplication, type Application } from '../server/services/application';

declare module 'vitest' {
  export interface ProvidedContext {
    databaseUrl: string;
  }
}

/** Not a hash: the tests are not about scrypt, and scrypt is slow on purpose. */
export const plainPasswords: Passwords = {
  hash: async (password) => `plain:${password}`,
  verify: async (hash, password) => hash === `plain:${password}`,
};

/** An application on a database of its own in the test server, closed and dropped after the tests of the file. */
export async function openTestApplication(): Promise<Application> {
  const url = new URL(inject('databaseUrl'));
  const admin = connect(url.href);
  const name = `test_${newId()}`;
  await admin.raw('CREATE DATABASE ??', [name]);
  url.pathname = `/${name}`;
  // The mail servers of the tests are on loopback, on any port.
  const app = await openApplication(url.href, { reach: { private: true, ports: 'any', own: [] } });
  afterAll(async () => {
    await app.close();
    await admin.raw('DROP DATABASE ??', [name]);
    await admin.destroy();
  });
  return app;
}

let people = 0;

/** A new account. */
export function newAccount(app: Application, name = 'Wren Halloway', domain = 'test.example'): Promise<Account> {
  return signUp(app, plainPasswords, {
    name,
    address: `person${++people}@${domain}`,
    password: 'a long password',
    locale: 'en-GB',
    timeZone: 'Europe/London',
  });
}
