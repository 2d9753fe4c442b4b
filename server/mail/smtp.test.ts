import { createServer, type AddressInfo, type Server, type Socket } from 'node:net';
import { afterEach, describe, expect, it } from 'vitest';
import { handOverBySmtp, SmtpLines } from './smtp';

/** A post office that follows a script: an answer for each command, in the words of RFC 5321; `cut` ends the connection, `half` in the middle of an answer. */
type Answers = (command: string, data: boolean) => string | 'cut' | 'half' | 'silence';

const open: Server[] = [];
const sockets = new Set<Socket>();
afterEach(() => {
  for (const socket of sockets) socket.destroy();
  for (const server of open.splice(0)) server.close();
});

interface Office {
  port: number;
  taken: string[];
  /** How many lines were opened, and what came on them, as it came. */
  lines: number;
  heard: string[];
}

async function postOffice(answers: Answers, slow = 0): Promise<Office> {
  const office: Office = { port: 0, taken: [], lines: 0, heard: [] };
  const { taken, heard } = office;
  const server = createServer((socket) => {
    sockets.add(socket);
    office.lines++;
    let data = false;
    let buffer = '';
    let message = '';
    const say = (line: string) => setTimeout(() => socket.writable && socket.write(`${line}\r\n`), slow);
    say('220 ready');
    socket.on('error', () => {});
    socket.on('data', (chunk) => {
      buffer += chunk.toString('latin1');
      heard.push(chunk.toString('latin1'));
      for (let at = buffer.indexOf('\r\n'); at >= 0; at = buffer.indexOf('\r\n')) {
        const line = buffer.slice(0, at);
        buffer = buffer.slice(at + 2);
        if (data && line !== '.') {
          message += `${line}\n`;
          continue;
        }
        const answer = answers(line, data);
        if (data && line === '.' && (answer.startsWith('250') || answer === 'taken, cut')) taken.push(message);
        if (data && line === '.') message = '';
        if (answer === 'cut' || answer === 'taken, cut') return void socket.destroy();
        if (answer === 'half') return void socket.end('25');
        if (answer === 'silence') continue;
        data = answer.startsWith('354');
        say(answer);
      }
    });
  });
  open.push(server);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  office.port = (server.address() as AddressInfo).port;
  return office;
}

const fine: Answers = (command, data) =>
  data ? '250 taken' : /^DATA/.test(command) ? '354 go on' : /^(EHLO|HELO)/.test(command) ? '250 here' : '250 fine';
const but =
  (pattern: RegExp, answer: string): Answers =>
  (command, data) =>
    pattern.test(command) && (command === '.') === data ? answer : fine(command, data);

const TO = ['ada@client.example', 'bob@client.example'];
async function send(answers: Answers, slow = 0, to = TO) {
  const { port, taken, heard } = await postOffice(answers, slow);
  const result = await handOverBySmtp(
    { host: '127.0.0.1', port, security: 'none' as const },
    { from: 'wren@robin.example', to },
    Buffer.from('Subject: x\r\n\r\nHello.\r\n'),
  );
  return { result, taken, heard: heard.join('') };
}
const all = (final: boolean, reason: string) => TO.map((address) => ({ address, final, reason }));

describe('handing a message over by SMTP (RFC 5321), fault by fault', () => {
  it('is accepted', async () => {
    const { result, taken } = await send(fine);
    expect(result).toEqual({ outcome: 'accepted', setbacks: [] });
    expect(taken).toHaveLength(1);
  });

  it('a domain beyond ASCII goes in ASCII (RFC 5891), and who is refused is named as they were written', async () => {
    const to = ['ada@bücher.example', 'bob@client.example'];
    const answers: Answers = (command, data) => (/^RCPT.*xn--/.test(command) ? '550 No' : fine(command, data));
    const { result, heard } = await send(answers, 0, to);
    expect(heard).toContain('RCPT TO:<ada@xn--bcher-kva.example>');
    expect(result).toMatchObject({ outcome: 'accepted', setbacks: [{ address: to[0], final: true, reason: 'No' }] });
  });

  it('a name beyond ASCII is handed over only where it is taken (RFC 6531)', async () => {
    const to = ['jörg@bücher.example', 'bob@client.example'];
    const refused = await send(fine, 0, to);
    expect(refused.heard).not.toContain('RCPT');
    expect(refused.result).toMatchObject({
      outcome: 'declined',
      setbacks: to.map((address) => ({ address, final: true })),
      problem: { params: { addresses: to[0] } },
    });
    const offering: Answers = (command, data) =>
      /^EHLO/.test(command) ? '250-here\r\n250 SMTPUTF8' : fine(command, data);
    const taken = await send(offering, 0, to);
    expect(taken.result).toEqual({ outcome: 'accepted', setbacks: [] });
    expect(taken.heard).toMatch(/MAIL FROM:<wren@robin.example> .*SMTPUTF8/);
    expect(Buffer.from(taken.heard, 'latin1').toString()).toContain('RCPT TO:<jörg@bücher.example>');
  });

  it.each([
    ['EHLO', /^(EHLO|HELO)/],
    ['MAIL', /^MAIL/],
    ['RCPT', /^RCPT/],
    ['DATA', /^DATA/],
  ])('cut off at %s nothing was handed over, and it may be tried again', async (_name, pattern) => {
    for (const how of ['cut', 'half']) {
      const { result, taken } = await send(but(pattern, how));
      expect(result).toMatchObject({ outcome: 'declined', setbacks: TO.map((address) => ({ address, final: false })) });
      expect(taken).toEqual([]);
    }
  });

  it.each(['cut', 'half', 'taken, cut'])('%s at the final dot is an outcome of its own', async (fault) => {
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

describe('a line that is kept open for the next message', () => {
  const lines: SmtpLines[] = [];
  afterEach(() => lines.splice(0).forEach((one) => one.close()));

  /** Sends some messages one after the other to a post office whose answers may depend on what it took before. */
  async function sendAll(count: number, answers: (taken: number) => Answers) {
    const office = await postOffice((command, data) => {
      if (/^AUTH/.test(command)) return '235 welcome';
      const answer = answers(office.taken.length)(command, data);
      return /^EHLO/.test(command) ? answer.replace(/^250 (\w+)/, '250-$1\r\n250 AUTH PLAIN') : answer;
    });
    const kept = new SmtpLines();
    lines.push(kept);
    const results = [];
    for (let i = 0; i < count; i++) {
      const raw = Buffer.from(`Subject: ${i}\r\n\r\nHello.\r\n`);
      const auth = { user: 'wren', pass: 'a long password' };
      const server = { host: '127.0.0.1', port: office.port, security: 'none' as const, auth };
      results.push(await handOverBySmtp(server, { from: 'wren@robin.example', to: TO }, raw, kept));
      // What a server does after its answer has time to get here.
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
    const subjects = office.taken.map((message) => /Subject: (\d)/.exec(message)![1]);
    return { office, results: results.map(({ outcome }) => outcome), subjects };
  }

  it('several messages leave over one line', async () => {
    const { office, results, subjects } = await sendAll(3, () => fine);
    expect(results).toEqual(['accepted', 'accepted', 'accepted']);
    expect(subjects).toEqual(['0', '1', '2']);
    expect(office.lines).toBe(1);
  });

  it.each([
    ['cut', 'MAIL', /^MAIL/],
    ['cut', 'RCPT', /^RCPT/],
    ['cut', 'DATA', /^DATA/],
    ['421 4.4.2 Too long idle', 'MAIL', /^MAIL/],
  ])('%s at %s of a kept line, the message leaves by a new one, once', async (answer, _name, pattern) => {
    let failed = 0;
    const { office, results, subjects } = await sendAll(2, (taken) => (command, data) => {
      if (taken !== 1 || failed || !pattern.test(command)) return fine(command, data);
      failed++;
      return answer;
    });
    expect(results).toEqual(['accepted', 'accepted']);
    expect(subjects).toEqual(['0', '1']);
    expect([failed, office.lines]).toEqual([1, 2]);
  });

  it('a line the server has closed meanwhile is not used again', async () => {
    const office = await postOffice(fine);
    const kept = new SmtpLines();
    lines.push(kept);
    const server = { host: '127.0.0.1', port: office.port, security: 'none' as const };
    const hand = () => handOverBySmtp(server, { from: 'wren@robin.example', to: TO }, Buffer.from('Hello.'), kept);
    await hand();
    for (const socket of sockets) socket.destroy();
    await new Promise((resolve) => setTimeout(resolve, 20));
    expect(kept.take(server)).toBeUndefined();
    expect(await hand()).toMatchObject({ outcome: 'accepted' });
    expect([office.lines, office.taken.length]).toEqual([2, 2]);
  });

  it.each(['cut', 'taken, cut'])('%s at the final dot of a kept line, nothing is tried again', async (fault) => {
    const { results, subjects } = await sendAll(2, (taken) => (taken === 1 ? but(/^\.$/, fault) : fine));
    expect(results).toEqual(['accepted', 'unanswered']);
    expect(subjects).toEqual(fault === 'cut' ? ['0'] : ['0', '1']);
  });

  it('what is refused on a kept line is refused', async () => {
    const { office, results } = await sendAll(2, (taken) => (taken === 1 ? but(/^MAIL/, '550 No') : fine));
    expect(results).toEqual(['accepted', 'declined']);
    expect(office.lines).toBe(1);
  });

  it('all that comes before the message goes out at once where the server takes it so (RFC 2920)', async () => {
    const { office } = await sendAll(1, () => (command, data) => {
      return /^EHLO/.test(command) ? '250-here\r\n250 PIPELINING' : fine(command, data);
    });
    expect(office.heard.filter((one) => /MAIL FROM/.test(one))).toEqual([
      expect.stringMatching(/^MAIL FROM[^]*RCPT TO[^]*RCPT TO[^]*DATA\r\n$/),
    ]);
  });
});
