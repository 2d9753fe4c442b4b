import { describe, expect, it } from 'vitest';
import { MESSAGE_LIMIT, readMessages } from './mbox';
import { looksLikeMessage, parseMessage } from './parse';

const bytes = (...lines: string[]) => Buffer.from(lines.join('\r\n'));

async function collect(...chunks: (string | Buffer)[]) {
  const out: { text: string; bytes: number }[] = [];
  async function* source() {
    for (const chunk of chunks) yield Buffer.from(chunk as string);
  }
  for await (const { raw, bytes: at } of readMessages(source())) out.push({ text: raw.toString(), bytes: at });
  return out;
}

describe('broken messages', () => {
  it.each([
    ['only noise', Buffer.from([0, 1, 2, 255, 254, 10, 0])],
    ['nothing', Buffer.alloc(0)],
    ['a header and no end', bytes('Subject: x')],
    ['a wrong date', bytes('From: a@x.example', 'Date: yesterday', '', 'x')],
    ['an unknown charset', bytes('From: a@x.example', 'Content-Type: text/plain; charset=klingon', '', 'x')],
    [
      'broken base64',
      bytes('From: a@x.example', 'Content-Type: text/plain', 'Content-Transfer-Encoding: base64', '', '####'),
    ],
    [
      'a hundred parts deep',
      bytes(...Array.from({ length: 100 }, (_, i) => `Content-Type: multipart/mixed; boundary=b${i}\r\n\r\n--b${i}`)),
    ],
  ])('%s gives something, and throws nothing', async (_name, raw) => {
    const message = await parseMessage(raw);
    expect(message).toHaveProperty('subject');
    if (_name !== 'an unknown charset' && _name !== 'broken base64') expect(message.broken).not.toBeNull();
  });

  it('tells a message from another file', () => {
    expect(looksLikeMessage(Buffer.from('\x89PNG\r\n\x1a\n'))).toBe(false);
    expect(looksLikeMessage(Buffer.from('Just a letter.\n'))).toBe(false);
    expect(looksLikeMessage(Buffer.from('Subject: x\n\ny'))).toBe(true);
  });
});

describe('mbox (RFC 4155)', () => {
  const one = 'From a@x.example Fri Jun 23 02:56:55 2000\nSubject: one\n\nBody one\n\n';
  const two = 'From b@x.example Sat Jun 24 02:56:55 2000\nSubject: two\n\nBody two\n';

  it('is cut at its separator lines', async () => {
    expect((await collect(one + two)).map(({ text }) => text)).toEqual([
      'Subject: one\n\nBody one\n',
      'Subject: two\n\nBody two\n',
    ]);
  });

  it('comes out the same however the bytes arrive, and tells how far it is', async () => {
    const whole = one + two;
    const expected = await collect(whole);
    for (const size of [1, 7, 64]) {
      const chunks = Array.from({ length: Math.ceil(whole.length / size) }, (_, i) =>
        whole.slice(i * size, (i + 1) * size),
      );
      expect((await collect(...chunks)).map(({ text }) => text)).toEqual(expected.map(({ text }) => text));
    }
    expect(expected.at(-1)!.bytes).toBe(whole.length);
  });

  it('does not cut at a sentence, and takes the mark off ">From"', async () => {
    const letter =
      'From a@x.example Fri Jun 23 02:56:55 2000\nSubject: x\n\nDear Ada,\n\nFrom Monday on I am away.\nFrom b@x.example at 02:56 on\n>From here\n>>From there\n';
    const found = await collect(letter);
    expect(found).toHaveLength(1);
    expect(found[0]!.text).toContain('\nFrom Monday on');
    expect(found[0]!.text).toContain('\nFrom here\n>From there');
  });

  it('takes any other file as one message, with all its bytes', async () => {
    const eml = 'Subject: x\r\n\r\nFrom a@x.example Fri Jun 23 02:56:55 2000\r\n>From y\r\n';
    expect(await collect(eml)).toEqual([{ text: eml, bytes: eml.length }]);
    const binary = Buffer.from([0x53, 0x3a, 0x20, 0xff, 0xfe, 0x0a, 0x0a, 0x80]);
    const [entry] = await (async () => {
      const all: Buffer[] = [];
      for await (const { raw } of readMessages(
        (async function* () {
          yield binary;
        })(),
      ))
        all.push(raw);
      return all;
    })();
    expect(entry!.equals(binary)).toBe(true);
    expect(await collect('')).toEqual([]);
  });

  it('cuts a message that is larger than what is kept, and says so', async () => {
    const megabyte = Buffer.alloc(1024 * 1024, 'x'.repeat(63) + '\n');
    async function* source() {
      yield Buffer.from('From a@x.example Fri Jun 23 02:56:55 2000\nSubject: large\n\n');
      for (let i = 0; i < 62; i++) yield megabyte;
      yield Buffer.from('\nFrom b@x.example Sat Jun 24 02:56:55 2000\nSubject: next\n\nhere\n');
    }
    const found = [];
    for await (const { raw, cut } of readMessages(source()))
      found.push([raw.toString('latin1', 0, 14), raw.length <= MESSAGE_LIMIT, cut]);
    expect(found).toEqual([
      ['Subject: large', true, true],
      ['Subject: next\n', true, false],
    ]);
  });

  it('reads CRLF files', async () => {
    expect(await collect((one + two).replace(/\n/g, '\r\n'))).toHaveLength(2);
  });
});
