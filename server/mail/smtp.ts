import nodemailer from 'nodemailer';
import type { Envelope, Handover } from './ports';

export interface SmtpServer {
  host: string;
  port: number;
  secure: boolean;
  auth?: { user: string; pass: string };
}

interface SmtpError extends Error {
  responseCode?: number;
  response?: string;
  rejected?: string[];
  rejectedErrors?: SmtpError[];
}

/** What the post office said, without its codes: "550 5.1.1 No such mailbox" → "No such mailbox". */
function reason(error: SmtpError): string {
  const detail = error.rejectedErrors?.[0] ?? error;
  return (detail.response ?? detail.message)
    .replace(/^\d{3}[ -]/, '')
    .replace(/^\d\.\d{1,3}\.\d{1,3}\s*/, '')
    .trim();
}

/**
 * Hands a message over by SMTP. A 5xx answer is final (RFC 5321 4.2.1); everything else may be tried again. Where only
 * some recipients are refused the others have it, and `partly` says who has not and why.
 */
export async function handOverBySmtp(server: SmtpServer, envelope: Envelope, raw: Buffer): Promise<Handover> {
  const transport = nodemailer.createTransport({
    ...server,
    connectionTimeout: 10_000,
    greetingTimeout: 10_000,
    socketTimeout: 60_000,
    // The stand-in listens on loopback without a certificate.
    ignoreTLS: server.host === '127.0.0.1',
  });
  try {
    const { rejectedErrors = [] } = (await transport.sendMail({ envelope: { ...envelope }, raw })) as {
      rejectedErrors?: SmtpError[];
    };
    return { outcome: 'accepted', partly: rejectedErrors.map(reason).join(' ') };
  } catch (cause) {
    const error = cause as SmtpError;
    const code = error.rejectedErrors?.[0]?.responseCode ?? error.responseCode ?? 0;
    return code >= 500 ? { outcome: 'refused', reason: reason(error) } : { outcome: 'later', reason: reason(error) };
  } finally {
    transport.close();
  }
}
