import { expect, it } from 'vitest';
import { said } from '../../../tests/words';
import { remoteError } from './errors';

const at = { host: 'imap.client.example', port: 10993 };

it.each([
  [{ code: 'ENOTFOUND' }, 'There is no server named imap.client.example.'],
  [{ code: 'EAI_AGAIN' }, 'whether this computer is connected'],
  [{ code: 'EDNS', message: 'getaddrinfo EAI_AGAIN imap.client.example' }, 'whether this computer is connected'],
  [{ code: 'ECONNREFUSED' }, 'Nothing listens on port 10993 of'],
  [{ code: 'CERT_HAS_EXPIRED' }, 'has expired'],
  [{ code: 'DEPTH_ZERO_SELF_SIGNED_CERT' }, 'not signed by anybody known'],
])('what went wrong is said in words that say what to do: %o', (cause, words) => {
  expect(said(remoteError(Object.assign(new Error(''), cause), at).phrase)).toContain(words);
});
