import { connect, createServer, type AddressInfo, type Socket } from 'node:net';

/** Stands between a client and a server on loopback, and cuts the line when told to. */
export interface Proxy {
  port: number;
  /**
   * The next line is cut at so many lines of the client's: before they get to the server, or once they have, before it
   * can answer.
   */
  cutAt(lines: number, when: 'before' | 'after'): void;
  /** How many lines the client has said on the last line. */
  said(): number;
  close(): Promise<void>;
}

export async function openProxy(to: number): Promise<Proxy> {
  let cut: { lines: number; when: 'before' | 'after' } | null = null;
  let lines = 0;
  const open = new Set<Socket>();
  const server = createServer((client) => {
    const mine = cut;
    cut = null;
    lines = 0;
    const there = connect(to, '127.0.0.1');
    for (const socket of [client, there]) {
      open.add(socket);
      socket.on('error', () => {});
      socket.on('close', () => open.delete(socket));
    }
    let isCut = false;
    const end = () => {
      isCut = true;
      client.destroy();
      there.end();
    };
    client.on('data', (chunk) => {
      for (const byte of chunk) if (byte === 0x0a) lines++;
      if (mine && lines >= mine.lines && !isCut) {
        if (mine.when === 'after') there.write(chunk);
        end();
      } else if (!isCut) there.write(chunk);
    });
    there.on('data', (chunk) => isCut || client.write(chunk));
    there.on('close', () => client.destroy());
    client.on('close', () => there.end());
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return {
    port: (server.address() as AddressInfo).port,
    cutAt: (at, when) => void (cut = { lines: at, when }),
    said: () => lines,
    close: () => {
      for (const socket of open) socket.destroy();
      return new Promise((resolve) => server.close(() => resolve()));
    },
  };
}
