import { Readable } from 'node:stream';
import SMTPConnection from 'nodemailer/lib/smtp-connection';
import { fileSize } from '#core/number/size';
import { phrase } from '#core/text/phrase';
import type { MailServer } from '#shared/schemas/mailbox';
import type { Envelope, Handover, Setback } from './ports';
import { remoteError } from './remote/errors';
import { checkLine, tlsOptions } from './remote/tls';

export interface SmtpServer extends Pick<MailServer, 'host' | 'port' | 'security'> {
  /** A certificate the user trusts; '' for none. */
  certificate?: string;
  auth?: { user: string; pass: string };
}

interface SmtpError extends Error {
  code?: string;
  responseCode?: number;
  response?: string;
  recipient?: string;
  rejectedErrors?: SmtpError[];
}

/** RFC 5321 4.5.3.2 lets a server take minutes for each answer; these are its times, the last one for the final dot. */
const GREETING_MS = 5 * 60_000;
const ANSWER_MS = 10 * 60_000;
const CONNECT_MS = 30_000;
/** A server that is only tried has to answer sooner. */
const TRY_MS = 20_000;

/** What the post office said, without its codes: "550 5.1.1 No such mailbox" → "No such mailbox". */
function reason(error: SmtpError): string {
  return (error.response ?? error.message)
    .replace(/^\d{3}[ -]/, '')
    .replace(/^\d\.\d{1,3}\.\d{1,3}\s*/, '')
    .trim();
}

/** A 5xx answer is final (RFC 5321 4.2.1); everything else may be tried again. */
const isFinal = ({ responseCode = 0 }: SmtpError): boolean => responseCode >= 500;

/** Whether there are bytes that 7-bit lines do not carry (RFC 6152). */
const isEightBit = (raw: Buffer): boolean => raw.some((byte) => byte > 127);

const setbackOf = (error: SmtpError): Setback => ({
  address: error.recipient ?? '',
  final: isFinal(error),
  reason: reason(error),
});

function lineTo(server: SmtpServer, times: { greetingTimeout: number; socketTimeout: number }): SMTPConnection {
  checkLine(server);
  return new SMTPConnection({
    host: server.host,
    port: server.port,
    secure: server.security === 'tls',
    requireTLS: server.security === 'starttls',
    ignoreTLS: server.security === 'none',
    tls: tlsOptions({ ...server, certificate: server.certificate ?? '' }),
    connectionTimeout: CONNECT_MS,
    ...times,
  });
}

/** Signs in to a server and out again. @throws RemoteError with what to do */
export async function tryServer(server: SmtpServer): Promise<void> {
  const connection = lineTo(server, { greetingTimeout: TRY_MS, socketTimeout: TRY_MS });
  try {
    await new Promise<void>((resolve, reject) => {
      connection.once('error', reject);
      connection.once('end', () => reject(new Error('Connection closed unexpectedly')));
      connection.connect((error) => {
        if (error) reject(error);
        else if (!server.auth) resolve();
        else connection.login(server.auth, (failed) => (failed ? reject(failed) : resolve()));
      });
    });
  } catch (error) {
    throw remoteError(error, server);
  } finally {
    connection.close();
  }
}

/** Hands a message over by SMTP (RFC 5321), with the size and the kind of its bytes said where the server takes them. */
export async function handOverBySmtp(server: SmtpServer, envelope: Envelope, raw: Buffer): Promise<Handover> {
  const connection = lineTo(server, { greetingTimeout: GREETING_MS, socketTimeout: ANSWER_MS });
  /** Set when the first byte of the message is asked for: from then on no answer does not mean that it was not taken. */
  let begun = false;
  const message = Readable.from(
    (function* () {
      begun = true;
      yield raw;
    })(),
  );
  try {
    const { rejectedErrors = [] } = await new Promise<{ rejectedErrors?: SmtpError[] }>((resolve, reject) => {
      connection.once('error', reject);
      connection.once('end', () => reject(new Error('Connection closed unexpectedly')));
      const send = () =>
        connection.send({ ...envelope, size: raw.length, use8BitMime: isEightBit(raw) }, message, (error, info) =>
          error ? reject(error) : resolve(info as { rejectedErrors?: SmtpError[] }),
        );
      connection.connect((error) => {
        if (error) reject(error);
        else if (!server.auth) send();
        else connection.login(server.auth, (failed) => (failed ? reject(failed) : send()));
      });
    });
    return { outcome: 'accepted', setbacks: rejectedErrors.map(setbackOf) };
  } catch (cause) {
    const error = cause as SmtpError;
    if (!error.responseCode && begun) return { outcome: 'unanswered', reason: reason(error) };
    if (error.rejectedErrors?.length) return { outcome: 'declined', setbacks: error.rejectedErrors.map(setbackOf) };
    // The server says beforehand how much it takes (RFC 1870); waiting makes no message smaller.
    const limit = Number(/larger than allowed (\d+)/.exec(error.message)?.[1] ?? 0);
    if (limit && error.code === 'EMESSAGE') {
      const problem = phrase('sending.tooLargeThere', { size: fileSize(raw.length), limit: fileSize(limit) });
      const setbacks = envelope.to.map((address) => ({ address, final: true, reason: reason(error) }));
      return { outcome: 'declined', setbacks, problem };
    }
    const { final, reason: why } = setbackOf(error);
    const fault = remoteError(error, server);
    // What only the user can mend comes back with what to do.
    if (!fault.again && fault.fault !== 'declined' && fault.fault !== 'folder')
      return {
        outcome: 'declined',
        setbacks: envelope.to.map((address) => ({ address, final: true, reason: why })),
        problem: fault.phrase,
      };
    return { outcome: 'declined', setbacks: envelope.to.map((address) => ({ address, final, reason: why })) };
  } finally {
    connection.close();
  }
}
