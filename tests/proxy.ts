import { connect, createServer, type AddressInfo, type Socket } from 'node:net';

/** Stands between a client and a server on loopback, and cuts the line when told to. */
export interface Proxy {
  port: number;
  /**
   * The next line is cut at so many lines of the client's: before they get to the server, or once they have, before it
   * can answer.
   */
  cutAt(lines: number, when: 'before' | 'after'): void;
  /** The next line is cut in the middle of what the server says, behind so many bytes. */
  cutAnswerAt(bytes: number): void;
  /** On the next line what the server says comes a few bytes at a time. */
  trickle(): void;
  /** How many bytes the server has said on the last line. */
  answered(): number;
  /** How many lines the client has said on the last line. */
  said(): number;
  close(): Promise<void>;
}

/** So many bytes come at a time on a slow line. */
const TRICKLE = 40;

export async function openProxy(to: number): Promise<Proxy> {
  let cut: { lines: number; when: 'before' | 'after' } | null = null;
  let lines = 0;
  let cutAnswer = Infinity;
  let bytes = 0;
  let isSlow = false;
  const open = new Set<Socket>();
  const server = createServer((client) => {
    const mine = cut;
    const most = cutAnswer;
    const slowly = isSlow;
    cut = null;
    cutAnswer = Infinity;
    isSlow = false;
    lines = bytes = 0;
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
    there.on('data', (chunk: Buffer) => {
      if (isCut) return;
      const room = most - bytes;
      bytes += chunk.length;
      if (slowly) return pieces.push(chunk);
      client.write(chunk.subarray(0, Math.max(0, room)));
      if (room >= chunk.length) return;
      // What was written is sent before the line ends.
      isCut = true;
      client.end(() => end());
    });
    const pieces: Buffer[] = [];
    const timer = setInterval(() => {
      const piece = pieces[0];
      if (!piece) return;
      client.write(piece.subarray(0, TRICKLE));
      if (piece.length > TRICKLE) pieces[0] = piece.subarray(TRICKLE);
      else pieces.shift();
    }, 1);
    client.on('close', () => clearInterval(timer));
    there.on('close', () => (slowly ? undefined : client.destroy()));
    client.on('close', () => there.end());
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return {
    port: (server.address() as AddressInfo).port,
    cutAt: (at, when) => void (cut = { lines: at, when }),
    cutAnswerAt: (at) => void (cutAnswer = at),
    trickle: () => void (isSlow = true),
    answered: () => bytes,
    said: () => lines,
    close: () => {
      for (const socket of open) socket.destroy();
      return new Promise((resolve) => server.close(() => resolve()));
    },
  };
}
