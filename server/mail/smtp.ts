import { Readable } from 'node:stream';
import SMTPConnection from 'nodemailer/lib/smtp-connection';
import type { Envelope, Handover, Setback } from './ports';

export interface SmtpServer {
  host: string;
  port: number;
  secure: boolean;
  auth?: { user: string; pass: string };
}

interface SmtpError extends Error {
  responseCode?: number;
  response?: string;
  recipient?: string;
  rejectedErrors?: SmtpError[];
}

/** RFC 5321 4.5.3.2 lets a server take minutes for each answer; these are its times, the last one for the final dot. */
const GREETING_MS = 5 * 60_000;
const ANSWER_MS = 10 * 60_000;
const CONNECT_MS = 30_000;

/** What the post office said, without its codes: "550 5.1.1 No such mailbox" → "No such mailbox". */
function reason(error: SmtpError): string {
  return (error.response ?? error.message)
    .replace(/^\d{3}[ -]/, '')
    .replace(/^\d\.\d{1,3}\.\d{1,3}\s*/, '')
    .trim();
}

/** A 5xx answer is final (RFC 5321 4.2.1); everything else may be tried again. */
const isFinal = ({ responseCode = 0 }: SmtpError): boolean => responseCode >= 500;

const setbackOf = (error: SmtpError): Setback => ({
  address: error.recipient ?? '',
  final: isFinal(error),
  reason: reason(error),
});

/** Hands a message over by SMTP. */
export async function handOverBySmtp(server: SmtpServer, envelope: Envelope, raw: Buffer): Promise<Handover> {
  const connection = new SMTPConnection({
    host: server.host,
    port: server.port,
    secure: server.secure,
    connectionTimeout: CONNECT_MS,
    greetingTimeout: GREETING_MS,
    socketTimeout: ANSWER_MS,
    // The stand-in listens on loopback without a certificate.
    ignoreTLS: server.host === '127.0.0.1',
  });
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
        connection.send({ from: envelope.from, to: envelope.to, size: raw.length }, message, (error, info) =>
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
    const { final, reason: why } = setbackOf(error);
    return { outcome: 'declined', setbacks: envelope.to.map((address) => ({ address, final, reason: why })) };
  } finally {
    connection.close();
  }
}
