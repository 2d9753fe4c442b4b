import { createServer, type AddressInfo, type Server, type Socket } from 'node:net';
import { afterEach, describe, expect, it } from 'vitest';
import { handOverBySmtp } from './smtp';

/** A post office that follows a script: an answer for each command, in the words of RFC 5321; `cut` ends the connection. */
type Answers = (command: string, data: boolean) => string | 'cut' | 'silence';

const open: Server[] = [];
const sockets = new Set<Socket>();
afterEach(() => {
  for (const socket of sockets) socket.destroy();
  for (const server of open.splice(0)) server.close();
});

async function postOffice(answers: Answers, slow = 0): Promise<{ port: number; taken: string[] }> {
  const taken: string[] = [];
  const server = createServer((socket) => {
    sockets.add(socket);
    let data = false;
    let buffer = '';
    let message = '';
    const say = (line: string) => setTimeout(() => socket.writable && socket.write(`${line}\r\n`), slow);
    say('220 ready');
    socket.on('error', () => {});
    socket.on('data', (chunk) => {
      buffer += chunk.toString('latin1');
      for (let at = buffer.indexOf('\r\n'); at >= 0; at = buffer.indexOf('\r\n')) {
        const line = buffer.slice(0, at);
        buffer = buffer.slice(at + 2);
        if (data && line !== '.') {
          message += `${line}\n`;
          continue;
        }
        const answer = answers(line, data);
        if (data && line === '.' && (answer.startsWith('250') || answer === 'taken, cut')) taken.push(message);
        if (answer === 'cut' || answer === 'taken, cut') return void socket.destroy();
        if (answer === 'silence') continue;
        data = answer.startsWith('354');
        say(answer);
      }
    });
  });
  open.push(server);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return { port: (server.address() as AddressInfo).port, taken };
}

const fine: Answers = (command, data) =>
  data ? '250 taken' : /^DATA/.test(command) ? '354 go on' : /^(EHLO|HELO)/.test(command) ? '250 here' : '250 fine';
const but =
  (pattern: RegExp, answer: string): Answers =>
  (command, data) =>
    pattern.test(command) && (command === '.') === data ? answer : fine(command, data);

const TO = ['ada@client.example', 'bob@client.example'];
async function send(answers: Answers, slow = 0) {
  const { port, taken } = await postOffice(answers, slow);
  const result = await handOverBySmtp(
    { host: '127.0.0.1', port, security: 'none' as const },
    { from: 'wren@robin.example', to: TO },
    Buffer.from('Subject: x\r\n\r\nHello.\r\n'),
  );
  return { result, taken };
}
const all = (final: boolean, reason: string) => TO.map((address) => ({ address, final, reason }));

describe('handing a message over by SMTP (RFC 5321), fault by fault', () => {
  it('is accepted', async () => {
    const { result, taken } = await send(fine);
    expect(result).toEqual({ outcome: 'accepted', setbacks: [] });
    expect(taken).toHaveLength(1);
  });

  it.each([
    ['EHLO', /^(EHLO|HELO)/],
    ['MAIL', /^MAIL/],
    ['RCPT', /^RCPT/],
    ['DATA', /^DATA/],
  ])('cut off at %s nothing was handed over, and it may be tried again', async (_name, pattern) => {
    const { result, taken } = await send(but(pattern, 'cut'));
    expect(result).toMatchObject({ outcome: 'declined', setbacks: TO.map((address) => ({ address, final: false })) });
    expect(taken).toEqual([]);
  });

  it.each(['cut', 'taken, cut'])('%s at the final dot is an outcome of its own', async (fault) => {
    const { result } = await send(but(/^\.$/, fault));
    expect(result.outcome).toBe('unanswered');
  });

  it.each([
    ['MAIL', /^MAIL/],
    ['DATA', /^DATA/],
    ['the final dot', /^\.$/],
  ])('a 4xx at %s may be tried again, a 5xx may not', async (_name, pattern) => {
    expect((await send(but(pattern, '451 4.3.0 Busy'))).result).toEqual({
      outcome: 'declined',
      setbacks: all(false, 'Busy'),
    });
    expect((await send(but(pattern, '554 5.7.1 No'))).result).toEqual({
      outcome: 'declined',
      setbacks: all(true, 'No'),
    });
  });

  it('each recipient has an outcome of its own', async () => {
    expect((await send(but(/^RCPT TO:<bob/, '450 4.2.1 Mailbox busy'))).result).toEqual({
      outcome: 'accepted',
      setbacks: [{ address: 'bob@client.example', final: false, reason: 'Mailbox busy' }],
    });
    const both: Answers = (command, data) =>
      /^RCPT TO:<bob/.test(command) ? '450 Busy' : /^RCPT TO:<ada/.test(command) ? '550 Unknown' : fine(command, data);
    expect((await send(both)).result).toEqual({
      outcome: 'declined',
      setbacks: [
        { address: 'ada@client.example', final: true, reason: 'Unknown' },
        { address: 'bob@client.example', final: false, reason: 'Busy' },
      ],
    });
  });

  it('nothing that listens may be tried again', async () => {
    const { port } = await postOffice(fine);
    await new Promise((resolve) => open.pop()!.close(resolve));
    const result = await handOverBySmtp(
      { host: '127.0.0.1', port, security: 'none' as const },
      { from: 'wren@robin.example', to: TO },
      Buffer.from('x'),
    );
    expect(result).toMatchObject({ outcome: 'declined', setbacks: [{ final: false }, { final: false }] });
  });
});
