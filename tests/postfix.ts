import { chownSync, chmodSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { execFileSync } from 'node:child_process';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { SMTPServer } from 'smtp-server';
import { answers, find, freePort, spawnBound, waitUntil } from '../bin/lib/process.mjs';
import { startDovecot, type Dovecot } from './dovecot';
import type { Handed } from './submission';

/** A Postfix on loopback that asks a Dovecot who may sign in. What it takes it hands on, so that one sees what became of it. */
export interface Postfix {
  /** Ports for TLS from the first byte, and for an open line with STARTTLS; both with a password. */
  tlsPort: number;
  startTlsPort: number;
  /** An open line without a password. */
  port: number;
  dovecot: Dovecot;
  /** What it handed on, in the order of that. */
  handed: Handed[];
  stop(): Promise<void>;
}

/** It takes messages up to so many bytes, and for this domain alone. */
export const SIZE = 200_000;
export const DOMAIN = 'client.example';

/** Why it cannot be started here; null when it can. */
export const whyNoPostfix = (): string | null =>
  process.getuid?.() !== 0 ? 'it needs the rights of root' : find('postfix') ? null : 'it is not installed';

/** What takes over what Postfix hands on (LMTP, RFC 2033). */
async function openReceiver(handed: Handed[]) {
  const server = new SMTPServer({
    ...{ lmtp: true, disabledCommands: ['AUTH', 'STARTTLS'], disableReverseLookup: true },
    onData(stream, { envelope }, done) {
      const chunks: Buffer[] = [];
      stream.on('data', (chunk: Buffer) => chunks.push(chunk));
      stream.on('end', () => {
        const from = envelope.mailFrom ? envelope.mailFrom.address : '';
        const raw = Buffer.concat(chunks).toString('latin1');
        handed.push({ from, to: envelope.rcptTo.map(({ address }) => address), raw });
        done(null);
      });
    },
  });
  server.on('error', () => {});
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', () => resolve()));
  return {
    port: (server.server.address() as AddressInfo).port,
    close: () => new Promise<void>((resolve) => server.close(() => resolve())),
  };
}

/** Starts one, with everything it writes in a folder that is thrown away. */
export async function startPostfix(): Promise<Postfix> {
  const folder = mkdtempSync(join(tmpdir(), 'jar-note-postfix-'));
  const conf = join(folder, 'conf');
  const handed: Handed[] = [];
  const receiver = await openReceiver(handed);
  const authPort = await freePort();
  const dovecot = await startDovecot(`service auth {
  inet_listener {
    port = ${authPort}
    address = 127.0.0.1
  }
}`);
  const ports = { tlsPort: await freePort(), startTlsPort: await freePort(), port: await freePort() };
  chmodSync(folder, 0o755);
  for (const name of ['conf', 'queue', 'data']) mkdirSync(join(folder, name));
  const postfix = Number(execFileSync('id', ['-u', 'postfix'], { encoding: 'utf8' }));
  chownSync(join(folder, 'data'), postfix, -1);
  writeFileSync(join(folder, 'cert.pem'), dovecot.certificate);
  writeFileSync(join(folder, 'key.pem'), dovecot.key, { mode: 0o600 });
  writeFileSync(
    join(conf, 'main.cf'),
    `compatibility_level = 3.6
queue_directory = ${folder}/queue
data_directory = ${folder}/data
maillog_file = ${folder}/mail.log
maillog_file_prefixes = ${folder}
myhostname = mail.test.example
mydestination =
alias_maps =
inet_interfaces = 127.0.0.1
inet_protocols = ipv4
mynetworks =
relay_domains = ${DOMAIN}
relay_recipient_maps =
relay_transport = lmtp:inet:127.0.0.1:${receiver.port}
lmtp_host_lookup = native
smtpd_relay_restrictions = reject_unauth_destination
smtpd_recipient_restrictions = reject_unauth_destination
smtpd_client_connection_rate_limit = 0
message_size_limit = ${SIZE}
smtpd_tls_cert_file = ${folder}/cert.pem
smtpd_tls_key_file = ${folder}/key.pem
smtpd_tls_auth_only = yes
smtpd_sasl_type = dovecot
smtpd_sasl_path = inet:127.0.0.1:${authPort}
`,
  );
  const listening = [
    [ports.tlsPort, ['smtpd_tls_wrappermode=yes', 'smtpd_sasl_auth_enable=yes']],
    [ports.startTlsPort, ['smtpd_tls_security_level=encrypt', 'smtpd_sasl_auth_enable=yes']],
    [ports.port, ['smtpd_tls_security_level=none']],
  ] as const;
  const helpers = ['bounce', 'lmtp', 'error', 'proxymap', 'discard'];
  const single = ['tlsmgr', 'anvil', 'scache', 'verify'];
  const line = (name: string, program = name, most = 0) => `${name} unix - - n - ${most} ${program}`;
  writeFileSync(
    join(conf, 'master.cf'),
    [
      ...listening.map(
        ([port, options]) =>
          `127.0.0.1:${port} inet n - n - - smtpd${options.map((option) => `\n  -o ${option}`).join('')}`,
      ),
      'cleanup unix n - n - 0 cleanup',
      'qmgr unix n - n 300 1 qmgr',
      'rewrite unix - - n - - trivial-rewrite',
      'postlog unix-dgram n - n - 1 postlogd',
      ...helpers.map((name) => line(name)),
      ...single.map((name) => line(name, name, 1)),
      ...['defer', 'trace'].map((name) => line(name, 'bounce')),
      line('retry', 'error'),
      '',
    ].join('\n'),
  );
  execFileSync(find('postfix')!, ['-c', conf, 'check'], { stdio: 'ignore' });
  const programs = execFileSync(find('postconf')!, ['-h', 'daemon_directory'], { encoding: 'utf8' }).trim();
  const child = spawnBound(join(programs, 'master'), ['-c', conf, '-d'], { stdio: 'ignore' });
  const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  if (!(await waitUntil(() => answers(ports.port), 15_000)))
    throw new Error(`Postfix did not start: ${readFileSync(join(folder, 'mail.log'), 'utf8').slice(-2000)}`);
  return {
    ...{ ...ports, dovecot, handed },
    async stop() {
      child.kill('SIGTERM');
      await ended;
      await Promise.all([receiver.close(), dovecot.stop()]);
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** A message without the lines that servers on its way put before it (RFC 5321 4.4). */
export const withoutTrace = (raw: string): string =>
  raw.replace(/^(?:(?:Received|Return-Path|Delivered-To):[^\r\n]*\r?\n(?:[ \t][^\r\n]*\r?\n)*)+/i, '');
