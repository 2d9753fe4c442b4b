import { X509Certificate } from 'node:crypto';
import { connect as connectTcp, isIP, type Socket } from 'node:net';
import { connect as connectTls, type ConnectionOptions, type PeerCertificate } from 'node:tls';
import { phrase } from '#core/text/phrase';
import type { MailServer } from '#shared/schemas/mailbox';
import type { ShownCertificate } from '#shared/types/mailbox';
import { RemoteError, remoteError } from './errors';

/** Whether a name is that of this machine: nobody else hears what is said there. */
export const isLoopback = (host: string): boolean => /^(localhost|127(\.\d{1,3}){3}|::1)$/i.test(host);

/** @throws RemoteError where a password would go over a line that others can read */
export function checkLine({ host, port, security }: Pick<MailServer, 'host' | 'port' | 'security'>): void {
  if (security === 'none' && !isLoopback(host))
    throw new RemoteError('open-line', phrase('mailbox.fault.open-line', { host, port }));
}

/**
 * How a line to a server is made safe: its certificate is signed by somebody known for its name, or it is the very one the
 * user trusts.
 * @throws RemoteError when what is to be trusted is no certificate
 */
export function tlsOptions({
  host,
  port,
  certificate,
}: Pick<MailServer, 'host' | 'port' | 'certificate'>): ConnectionOptions {
  const name = isIP(host) ? {} : { servername: host };
  if (!certificate) return { ...name, minVersion: 'TLSv1.2' };
  const trusted = printOf(certificate);
  if (!trusted) throw new RemoteError('certificate', phrase('mailbox.fault.certificate', { host, port }));
  const options = {
    ...name,
    minVersion: 'TLSv1.2' as const,
    ca: [certificate],
    // The certificate itself is trusted, whoever signed it.
    allowPartialTrustChain: true,
    checkServerIdentity: (_: string, shown: PeerCertificate) =>
      shown.fingerprint256 === trusted
        ? undefined
        : Object.assign(new Error('another certificate'), { code: 'CERT_CHANGED' }),
  };
  return options;
}

/** The fingerprint of a certificate (PEM); '' for what is none. */
function printOf(certificate: string): string {
  try {
    return new X509Certificate(certificate).fingerprint256;
  } catch {
    return '';
  }
}

const PROBE_MS = 10_000;

/** What is said before TLS begins on an open line: the line that asks for it, and what the answer begins with. */
const ASKED: Record<'imap' | 'smtp', { greets: RegExp; first: string; then: string; goes: RegExp }> = {
  imap: { greets: /^\* /, first: '', then: 'a STARTTLS\r\n', goes: /^a OK/im },
  smtp: { greets: /^220[ -]/, first: 'EHLO localhost\r\n', then: 'STARTTLS\r\n', goes: /^220 /m },
};

/** The certificate a server shows, whether it is trusted or not. @throws RemoteError when none is seen */
export async function certificateOf(
  server: MailServer,
  protocol: 'imap' | 'smtp',
  locate: () => Promise<string>,
): Promise<Omit<ShownCertificate, 'side'>> {
  const { host, port } = server;
  const socket = connectTcp({ host: await locate(), port });
  socket.setTimeout(PROBE_MS, () => socket.destroy(Object.assign(new Error('timeout'), { code: 'CONNECT_TIMEOUT' })));
  try {
    if (server.security === 'starttls') await askForTls(socket, protocol);
    return await new Promise((resolve, reject) => {
      const name = isIP(host) ? {} : { servername: host };
      const secure = connectTls({ ...name, socket, rejectUnauthorized: false }, () =>
        resolve(shown(secure.getPeerX509Certificate()!)),
      );
      secure.once('error', reject);
      socket.once('error', reject);
    });
  } catch (error) {
    throw remoteError(error, server);
  } finally {
    socket.destroy();
  }
}

function shown(certificate: X509Certificate): Omit<ShownCertificate, 'side'> {
  const nameOf = (subject: string | undefined) => /(?:^|\n)CN=([^\n]*)/.exec(subject ?? '')?.[1] ?? '';
  const validTo = Date.parse(certificate.validTo);
  const others = (certificate.subjectAltName ?? '').match(/(?<=DNS:|IP Address:)[^,]+/g) ?? [];
  return {
    pem: certificate.toString(),
    fingerprint: certificate.fingerprint256,
    names: [...new Set([nameOf(certificate.subject), ...others].filter(Boolean))].slice(0, 5).join(', '),
    issuer: nameOf(certificate.issuer),
    validTo,
    expired: validTo < Date.now(),
  };
}

/** Says what has to be said before TLS begins on an open line. */
async function askForTls(socket: Socket, protocol: 'imap' | 'smtp'): Promise<void> {
  const { greets, first, then, goes } = ASKED[protocol];
  const answer = (ends: RegExp) =>
    new Promise<void>((resolve, reject) => {
      let text = '';
      const read = (chunk: Buffer) => {
        text = (text + chunk.toString('latin1')).slice(-10_000);
        if (!ends.test(text)) return;
        socket.off('data', read);
        resolve();
      };
      socket.on('data', read);
      socket.once('error', reject);
      socket.once('close', () => reject(new Error('closed')));
    });
  await answer(greets);
  if (first) {
    socket.write(first);
    await answer(/^250 /m);
  }
  socket.write(then);
  await answer(goes);
}
