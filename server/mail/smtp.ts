import { Readable } from 'node:stream';
import SMTPConnection from 'nodemailer/lib/smtp-connection';
import { fileSize } from '#core/number/size';
import { phrase } from '#core/text/phrase';
import type { MailServer } from '#shared/schemas/mailbox';
import type { Envelope, Handover, Setback } from './ports';
import { remoteError } from './remote/errors';
import { checkLine, tlsOptions } from './remote/tls';
import { isAscii, wireAddress } from './wireAddress';

export interface SmtpServer extends Pick<MailServer, 'host' | 'port' | 'security'> {
  /** A certificate the user trusts; '' for none. */
  certificate?: string;
  auth?: { user: string; pass: string };
  /** The address its name stands for; the name itself is connected to without it. */
  locate?: () => Promise<string>;
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
/** So long a line stays open for the next message. */
const KEPT_MS = 30_000;

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

/** What takes addresses beyond ASCII (RFC 6531) says so when it is greeted. */
const offersUtf8 = ({ lastServerResponse }: SMTPConnection): boolean =>
  /^250[ -]SMTPUTF8\b/im.test(String(lastServerResponse));
const takesUtf8 = new WeakSet<SMTPConnection>();

interface LineTimes {
  greetingTimeout: number;
  socketTimeout: number;
}

/** Waits for a step on a line; a line that breaks meanwhile ends the wait. */
function step<T>(
  connection: SMTPConnection,
  act: (done: (error?: Error | null, value?: T) => void) => void,
): Promise<T | undefined> {
  return new Promise<T | undefined>((resolve, reject) => {
    const isOver = () => reject(new Error('Connection closed unexpectedly'));
    const settle = (error?: Error | null, value?: T) => {
      connection.off('error', settle);
      connection.off('end', isOver);
      if (error) reject(error);
      else resolve(value);
    };
    connection.on('error', settle);
    connection.on('end', isOver);
    act(settle);
  });
}

/** Opens a line to a server and signs in. */
async function openLine(server: SmtpServer, times: LineTimes): Promise<SMTPConnection> {
  checkLine(server);
  const connection = new SMTPConnection({
    host: (await server.locate?.()) ?? server.host,
    port: server.port,
    secure: server.security === 'tls',
    requireTLS: server.security === 'starttls',
    ignoreTLS: server.security === 'none',
    tls: tlsOptions({ ...server, certificate: server.certificate ?? '' }),
    connectionTimeout: CONNECT_MS,
    ...times,
  });
  // One that breaks while nobody uses it harms nobody.
  connection.on('error', () => {});
  const { auth } = server;
  try {
    await step(connection, (done) => connection.connect(done));
    if (offersUtf8(connection)) takesUtf8.add(connection);
    // A copy, as the library writes into it.
    if (auth) await step(connection, (done) => connection.login({ ...auth }, done));
    return connection;
  } catch (error) {
    connection.close();
    throw error;
  }
}

/** Signs in to a server and out again. @throws RemoteError with what to do */
export async function tryServer(server: SmtpServer): Promise<void> {
  try {
    (await openLine(server, { greetingTimeout: TRY_MS, socketTimeout: TRY_MS })).close();
  } catch (error) {
    throw remoteError(error, server);
  }
}

/** Lines that stay open for a while after a message, so that the next one leaves without signing in again. */
export class SmtpLines {
  private readonly idle = new Map<string, { connection: SMTPConnection; since: number; leave: () => void }>();

  /** An open line to a server, for one user at a time. It may have been closed by the server without a word. */
  take(server: SmtpServer): SMTPConnection | undefined {
    const found = this.idle.get(JSON.stringify(server));
    if (!found) return undefined;
    found.leave();
    // The machine may have slept, in which no timer runs.
    if (Date.now() - found.since <= KEPT_MS) return found.connection;
    found.connection.close();
    return undefined;
  }

  /** Takes back a line on which nothing is under way. */
  keep(server: SmtpServer, connection: SMTPConnection): void {
    this.take(server)?.quit();
    const key = JSON.stringify(server);
    const leave = () => {
      clearTimeout(timer);
      connection.off('end', leave);
      this.idle.delete(key);
    };
    const timer = setTimeout(() => (leave(), connection.quit()), KEPT_MS).unref();
    connection.on('end', leave);
    this.idle.set(key, { connection, since: Date.now(), leave });
  }

  close(): void {
    for (const { connection, leave } of [...this.idle.values()]) {
      leave();
      connection.close();
    }
  }
}

/**
 * Hands a message over by SMTP (RFC 5321), with the size and the kind of its bytes said where the server takes them; over
 * a line that was kept open where there is one.
 */
export async function handOverBySmtp(
  server: SmtpServer,
  envelope: Envelope,
  raw: Buffer,
  lines?: SmtpLines,
): Promise<Handover> {
  /** Set when the first byte of the message is asked for: from then on no answer does not mean that it was not taken. */
  let begun = false;
  const named = new Map(envelope.to.map((address) => [wireAddress(address), address]));
  const setback = (one: SmtpError): Setback => {
    const { address, ...rest } = setbackOf(one);
    return { address: named.get(address) ?? address, ...rest };
  };
  const beyond = [envelope.from, ...envelope.to].filter((address) => !isAscii(wireAddress(address)));
  const passOn = async (connection: SMTPConnection): Promise<Handover> => {
    if (beyond.length && !takesUtf8.has(connection)) {
      connection.close();
      const setbacks = envelope.to.map((address) => ({ address, final: true, reason: '' }));
      return {
        outcome: 'declined',
        setbacks,
        problem: phrase('sending.needsUtf8', { host: server.host, addresses: beyond.join(', ') }),
      };
    }
    const message = Readable.from(
      (function* () {
        begun = true;
        yield raw;
      })(),
    );
    const about = {
      ...{ from: wireAddress(envelope.from), to: [...named.keys()] },
      ...{ size: raw.length, use8BitMime: isEightBit(raw) },
    };
    try {
      const info = await step<{ rejectedErrors?: SmtpError[] }>(connection, (done) =>
        connection.send(about, message, done as Parameters<typeof connection.send>[2]),
      );
      const setbacks = (info?.rejectedErrors ?? []).map(setback);
      if (lines && !setbacks.length) lines.keep(server, connection);
      else connection.close();
      return { outcome: 'accepted', setbacks };
    } catch (error) {
      connection.close();
      throw error;
    }
  };
  try {
    const kept = lines?.take(server);
    if (kept) {
      try {
        return await passOn(kept);
      } catch (error) {
        // The server ends lines that it thinks idle (RFC 5321 3.8); nothing was said of the message yet.
        if (begun || ((error as SmtpError).responseCode ?? 421) !== 421) throw error;
      }
    }
    return await passOn(await openLine(server, { greetingTimeout: GREETING_MS, socketTimeout: ANSWER_MS }));
  } catch (cause) {
    const error = cause as SmtpError;
    if (!error.responseCode && begun) return { outcome: 'unanswered', reason: reason(error) };
    if (error.rejectedErrors?.length) return { outcome: 'declined', setbacks: error.rejectedErrors.map(setback) };
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
  }
}
