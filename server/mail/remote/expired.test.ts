import { afterAll, beforeAll, expect, it } from 'vitest';
import { PASSWORD, startDovecot, type Dovecot } from '../../../tests/dovecot';
import { said } from '../../../tests/words';
import { openImap } from './imap';
import { certificateOf } from './tls';

let dovecot: Dovecot;
beforeAll(async () => (dovecot = await startDovecot('', -1)));
afterAll(() => dovecot.stop());

it('a certificate that was trusted is said to have expired, and shown as such', async () => {
  const at = { host: '127.0.0.1', port: dovecot.tlsPort, security: 'tls', user: dovecot.user('wren') } as const;
  const error = await openImap({ ...at, certificate: dovecot.certificate }, PASSWORD, async () => at.host).then(
    () => null,
    (reason) => reason,
  );
  expect([error?.fault, said(error!.phrase)]).toEqual(['certificate', expect.stringContaining('has expired')]);
  expect(await certificateOf({ ...at, certificate: '' }, 'imap', async () => at.host)).toMatchObject({ expired: true });
});
