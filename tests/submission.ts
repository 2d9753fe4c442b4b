import type { AddressInfo, Socket } from 'node:net';
import { SMTPServer, type SMTPServerOptions } from 'smtp-server';

interface Connection {
  session: { id: string };
  _socket: Socket;
}

/** A message as a post office got it. */
export interface Handed {
  from: string;
  to: string[];
  raw: string;
}

/** A post office of somebody else's on loopback, with TLS from the first byte, that takes what comes. */
export interface Submission {
  port: number;
  handed: Handed[];
  close(): Promise<void>;
}

/** Opens one. @param options what it does otherwise; it may cut the line of a session */
export async function openSubmission(
  { certificate, key, password }: { certificate: string; key: string; password: string },
  options: (cut: (session: string) => void) => SMTPServerOptions = () => ({}),
): Promise<Submission> {
  const handed: Handed[] = [];
  const cut = (session: string) => {
    for (const connection of server.connections as Set<Connection>)
      if (connection.session.id === session) connection._socket.destroy();
  };
  const server: SMTPServer = new SMTPServer({
    ...{ secure: true, cert: certificate, key, disableReverseLookup: true },
    // Lines that senders keep open need not be waited for.
    closeTimeout: 200,
    onAuth({ username, password: tried }, _, done) {
      if (tried === password) done(null, { user: username });
      else done(Object.assign(new Error('Invalid user or password'), { responseCode: 535 }));
    },
    onData(stream, { envelope }, done) {
      const chunks: Buffer[] = [];
      stream.on('data', (chunk: Buffer) => chunks.push(chunk));
      stream.on('end', () => {
        handed.push({
          from: envelope.mailFrom ? envelope.mailFrom.address : '',
          to: envelope.rcptTo.map(({ address }) => address),
          raw: Buffer.concat(chunks).toString('latin1'),
        });
        done();
      });
    },
    ...options(cut),
  });
  server.on('error', () => {});
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', () => resolve()));
  return {
    port: (server.server.address() as AddressInfo).port,
    handed,
    close: () => new Promise((resolve) => server.close(() => resolve())),
  };
}
