import { afterEach, describe, expect, it } from 'vitest';
import { RFC3464, RFC5322, RFC6532 } from '../../tests/messages';
import { PIECES } from '../../tests/growth';
import { parseMessage } from '../mail/parse';
import { PlainBlob } from './plainBlob';

const NodeBlob = globalThis.Blob;
afterEach(() => {
  globalThis.Blob = NodeBlob;
});

/** What is read from a message, by which kind of Blob. */
async function readWith(kind: typeof Blob, raw: Buffer) {
  globalThis.Blob = kind;
  return parseMessage(raw);
}

const PARTS = [
  ['text/plain; charset=utf-8', '7bit', 'Dear Ada,\n\nMonday.\n'],
  ['text/plain; charset=iso-8859-1', 'quoted-printable', 'Gr=FC=DFe =\naus K=F6ln=\n'],
  ['text/html; charset=utf-8', 'base64', Buffer.from('<p>'.padEnd(300_000, 'ä') + '</p>').toString('base64')],
  ['application/octet-stream; name=a.bin', 'base64', 'AAECAw==\nBAUG\n'],
  ['image/png', 'base64', ''],
  ['text/plain', '8bit', '\n'],
].map(([type, encoding, body]) => `Content-Type: ${type}\r\nContent-Transfer-Encoding: ${encoding}\r\n\r\n${body}`);

const MANY = Buffer.from(
  `From: ada@client.example\r\nContent-Type: multipart/mixed; boundary=b\r\n\r\n--b\r\n${PARTS.join('\r\n--b\r\n')}\r\n--b--\r\n`,
);

describe('bytes put together at once', () => {
  it('are those of Node’s own', async () => {
    const all = [[], ['a'], ['\n', 'ü€😀', '\n'], [Uint8Array.of(1, 2, 3).subarray(1), Uint8Array.of(9).buffer, 'x']];
    for (const parts of all)
      expect(new Uint8Array(await new PlainBlob(parts).arrayBuffer())).toEqual(
        new Uint8Array(await new NodeBlob(parts).arrayBuffer()),
      );
    await expect(new PlainBlob([new NodeBlob(['a'])]).arrayBuffer()).rejects.toThrow(TypeError);
  });

  it('make every message what it is with Node’s own', async () => {
    const messages = [...Object.values(RFC5322), RFC3464, RFC6532, MANY, ...PIECES.map((piece) => Buffer.from(piece))];
    for (const raw of messages) {
      const plain = await readWith(PlainBlob as unknown as typeof Blob, raw);
      expect(plain).toEqual(await readWith(NodeBlob, raw));
    }
    expect((await readWith(PlainBlob as unknown as typeof Blob, MANY)).attachments.map(({ size }) => size)).toEqual([
      7, 0,
    ]);
  });
});
