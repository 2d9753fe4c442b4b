import { randomBytes } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { PASSWORD } from '../../tests/dovecot';
import { DOMAIN, SIZE, startPostfix, whyNoPostfix, withoutTrace, type Postfix } from '../../tests/postfix';
import { openProxy, type Proxy } from '../../tests/proxy';
import { said } from '../../tests/words';
import { waitUntil } from '../../bin/lib/process.mjs';
import { handOverBySmtp, tryServer } from './smtp';

const why = whyNoPostfix();
const USER = 'robin@mail.test.example';

let server: Postfix;
let proxy: Proxy;
beforeAll(async () => {
  if (why) return;
  server = await startPostfix();
  proxy = await openProxy(server.port);
});
afterAll(async () => {
  await proxy?.close();
  await server?.stop();
});

const signedIn = (pass = PASSWORD, security: 'tls' | 'starttls' = 'tls') => ({
  ...{
    host: '127.0.0.1',
    port: security === 'tls' ? server.tlsPort : server.startTlsPort,
    security,
    certificate: server.dovecot.certificate,
  },
  auth: { user: USER, pass },
});
const openLine = (port = server.port) => ({ host: '127.0.0.1', port, security: 'none' as const });
const at = (name: string) => `${name}@${DOMAIN}`;
const letter = (subject: string, text = 'On Monday.') =>
  Buffer.from(
    `Message-ID: <${subject}@mail.test.example>\r\nDate: Fri, 27 Nov 2026 09:00:00 +0000\r\nFrom: ${USER}\r\nSubject: ${subject}\r\n\r\n${text}\r\n`,
  );
/** What was handed on with a subject, once there is nothing more to come. */
async function handed(subject: string, wanted = 1, patience = 5_000) {
  const those = () => server.handed.filter(({ raw }) => raw.includes(`Subject: ${subject}\r\n`));
  await waitUntil(async () => those().length >= wanted, patience);
  return those();
}

describe.skipIf(why)(`sending by a server that others wrote (Postfix${why ? `: ${why}` : ''})`, () => {
  it('is signed in to, and a wrong password says so', async () => {
    await expect(tryServer(signedIn())).resolves.toBeUndefined();
    await expect(tryServer(signedIn(PASSWORD, 'starttls'))).resolves.toBeUndefined();
    const failure = await tryServer(signedIn('not it')).catch((error) => error);
    expect(failure).toMatchObject({ fault: 'password' });
    expect(said(failure.phrase)).toMatch(/password/i);
  });

  it('takes a message for several, byte for byte, dots and long lines too', async () => {
    const text = `.\r\n..two dots\r\n.com\r\n${'x'.repeat(900)}\r\nthe end`;
    const result = await handOverBySmtp(
      signedIn(),
      { from: USER, to: [at('ada'), at('bob')] },
      letter('several', text),
    );
    expect(result).toEqual({ outcome: 'accepted', setbacks: [] });
    const got = await handed('several', 1);
    expect(got.flatMap(({ to }) => to).sort()).toEqual([at('ada'), at('bob')]);
    for (const { raw } of got) expect(withoutTrace(raw)).toBe(letter('several', text).toString('latin1'));
  });

  it('takes bytes beyond ASCII as they are (RFC 6152)', async () => {
    const raw = letter('eight', 'Grüße aus Zürich, 鍵盤');
    expect(await handOverBySmtp(openLine(), { from: USER, to: [at('ada')] }, raw)).toMatchObject({
      outcome: 'accepted',
    });
    expect(withoutTrace((await handed('eight'))[0]!.raw)).toBe(raw.toString('latin1'));
  });

  it('names whom it refuses, and sends to the others', async () => {
    const envelope = { from: USER, to: [at('ada'), 'bob@elsewhere.example'] };
    const result = await handOverBySmtp(openLine(), envelope, letter('some'));
    expect(result).toMatchObject({
      outcome: 'accepted',
      setbacks: [{ address: 'bob@elsewhere.example', final: true }],
    });
    expect((await handed('some')).flatMap(({ to }) => to)).toEqual([at('ada')]);
    const none = await handOverBySmtp(openLine(), { from: USER, to: ['bob@elsewhere.example'] }, letter('none'));
    expect(none).toMatchObject({ outcome: 'declined', setbacks: [{ address: 'bob@elsewhere.example', final: true }] });
  });

  it('declines for good what is larger than it takes, before it is sent (RFC 1870)', async () => {
    const large = letter('large', randomBytes(SIZE).toString('base64').replace(/.{76}/g, '$&\r\n'));
    const result = await handOverBySmtp(openLine(), { from: USER, to: [at('ada')] }, large);
    expect(result).toMatchObject({ outcome: 'declined', setbacks: [{ address: at('ada'), final: true }] });
    expect(said(result.outcome === 'declined' ? result.problem! : null)).toMatch(
      /The message has \d+ kB, and the server takes at most 200 kB/,
    );
    expect(await handed('large', 0)).toEqual([]);
  });

  it.each(['before', 'after'] as const)(
    'cut at every line of a session in turn, %s it got there: never said to be sent that was not, never declined that was',
    async (when) => {
      const outcomes: string[] = [];
      let cuts = 0;
      for (let lines = 1, isOver = false; !isOver; lines++) {
        const subject = `cut-${when}-${lines}`;
        proxy.cutAt(lines, when);
        const { outcome } = await handOverBySmtp(
          openLine(proxy.port),
          { from: USER, to: [at('ada')] },
          letter(subject),
        );
        isOver = proxy.said() < lines;
        if (!isOver) cuts++;
        // What was said to be taken is looked for longest.
        const got = await handed(subject, outcome === 'declined' ? 0 : 1, outcome === 'accepted' ? 5_000 : 700);
        expect([lines, got.length <= 1]).toEqual([lines, true]);
        if (outcome === 'accepted') expect([lines, got.length]).toEqual([lines, 1]);
        if (outcome === 'declined') expect([lines, got.length]).toEqual([lines, 0]);
        outcomes.push(outcome);
      }
      // Each command, each line of the message and the dot behind it.
      expect(cuts).toBeGreaterThanOrEqual(8);
      expect(new Set(outcomes)).toEqual(new Set(['declined', 'unanswered', 'accepted']));
    },
    120_000,
  );
});
