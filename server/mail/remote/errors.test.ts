import { describe, expect, it } from 'vitest';
import { said } from '../../../tests/words';
import { remoteError } from './errors';

const at = { host: 'imap.client.example', port: 10993 };

it.each([
  [{ code: 'ENOTFOUND' }, 'There is no server named imap.client.example.'],
  [{ code: 'EAI_AGAIN' }, 'whether this computer is connected'],
  [{ code: 'EDNS', message: 'getaddrinfo EAI_AGAIN imap.client.example' }, 'whether this computer is connected'],
  [{ code: 'ECONNREFUSED' }, 'Nothing listens on port 10993 of'],
  [{ code: 'GREETING_TIMEOUT' }, 'does not answer on port'],
  [{ code: 'ClosedAfterConnectText' }, 'closed the connection before it said anything'],
  [{ code: 'ClosedAfterConnectTLS' }, 'closed the connection before it said anything'],
  [{ code: 'ClosedAfterConnectTLS', responseText: 'Too many connections' }, 'It says: Too many connections'],
  [{ code: 'EPROTO' }, 'does not speak TLS'],
  [{ code: 'EPROTOCOL', message: 'Invalid greeting. response=hello' }, 'does not speak as a mail server does'],
  // A mail server of another kind says in its greeting what it can do.
  [
    {
      code: 'EPROTOCOL',
      response: '* OK [CAPABILITY IMAP4rev1 STARTTLS] ready',
      message: 'Invalid greeting. response=* OK [CAPABILITY IMAP4rev1 STARTTLS] ready',
    },
    'does not speak as a mail server does',
  ],
  [{ code: 'CERT_HAS_EXPIRED' }, 'has expired'],
  [{ code: 'DEPTH_ZERO_SELF_SIGNED_CERT' }, 'not signed by anybody known'],
])('what went wrong is said in words that say what to do: %o', (cause, words) => {
  expect(said(remoteError(Object.assign(new Error(''), cause), at).phrase)).toContain(words);
});

describe('what is so for now (RFC 5321 4.2.1, RFC 4954 6, RFC 5530 3)', () => {
  it.each([
    { code: 'EPROTOCOL', responseCode: 421, response: '421 4.3.2 Try later', message: 'Invalid greeting' },
    { code: 'EAUTH', responseCode: 454, response: '454 4.7.0 Temporary authentication failure' },
    { code: 'ECONNECTION', responseCode: 421, response: '421 Service shutting down' },
    { authenticationFailed: true, serverResponseCode: 'UNAVAILABLE', responseText: 'Try later' },
    { serverResponseCode: 'INUSE', responseText: 'Try later' },
    { serverResponseCode: 'LIMIT', responseText: 'Try later' },
  ])('is tried again, and is no wrong password: %o', (cause) => {
    const error = remoteError(Object.assign(new Error(''), cause), at);
    expect([error.fault, error.again]).toEqual(['busy', true]);
  });

  it('is not what is so for good', () => {
    const refused = { code: 'EAUTH', responseCode: 535, response: '535 5.7.8 Wrong' };
    expect(remoteError(Object.assign(new Error(''), refused), at)).toMatchObject({ fault: 'password', again: false });
  });
});
