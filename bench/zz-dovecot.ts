import { startDovecot, PASSWORD } from '../tests/dovecot';
import { ImapFlow } from 'imapflow';
import { openSubmission } from '../tests/submission';
import { writeFileSync } from 'node:fs';
const d = await startDovecot();
const address = d.user('robin');
const c = new ImapFlow({
  host: '127.0.0.1',
  port: d.tlsPort,
  secure: true,
  tls: { rejectUnauthorized: false },
  auth: { user: address, pass: PASSWORD },
  logger: false,
  disableAutoIdle: true,
});
await c.connect();
const now = Date.now();
await c.mailboxCreate('Archive');
await c.mailboxCreate('Clients/Schools');
await c.mailboxCreate('Junk');
const people = ['Ines Calloway', 'Tom Birk', 'Ada Marsh', 'Noor Haddad', 'Yuki Tanabe 棚部'];
const n = Number(process.env.N ?? 400);
for (let i = 0; i < n; i++) {
  const p = people[i % 5]!;
  const at = new Date(now - (n - i) * 3_600_000 * 3);
  const list = i % 7 === 3;
  await c.append(
    'INBOX',
    `From: ${list ? 'The Gazette <news@gazette.example>' : `"=?utf-8?B?${Buffer.from(p).toString('base64')}?=" <${p.split(' ')[0]!.toLowerCase()}@client.example>`}\r\nTo: ${address}\r\nSubject: ${list ? 'News of the week' : `Tuning, please (${i})`}\r\nMessage-ID: <m${i}@client.example>\r\n${list ? 'List-Id: <gazette.example>\r\n' : ''}Date: ${at.toUTCString()}\r\n\r\nCould you come in December?\r\nMornings suit us best.\r\n`,
    i % 2 ? ['\\Seen'] : [],
    at,
  );
}
await c.append(
  'Sent',
  `From: ${address}\r\nTo: ines@client.example\r\nSubject: Re: Tuning, please (5)\r\nIn-Reply-To: <m5@client.example>\r\nMessage-ID: <s1@test.example>\r\nDate: ${new Date().toUTCString()}\r\n\r\nYes, gladly.\r\n`,
  ['\\Seen'],
);
await c.logout();
const sub = await openSubmission({ certificate: d.certificate, key: d.key, password: PASSWORD });
writeFileSync(
  '/tmp/dv.json',
  JSON.stringify({ port: d.port, tlsPort: d.tlsPort, address, PASSWORD, smtp: sub.port, certificate: d.certificate }),
);
console.log('ready', d.tlsPort, sub.port, address);
process.on('SIGTERM', () => void d.stop().then(() => process.exit(0)));
setInterval(() => {}, 1e6);
