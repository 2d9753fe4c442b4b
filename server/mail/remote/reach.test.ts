import { networkInterfaces } from 'node:os';
import { describe, expect, it } from 'vitest';
import { addressOf, isPrivate, MAIL_PORTS, reachOf, type Reach } from './reach';

const OPEN: Reach = { private: false, ports: MAIL_PORTS, own: [] };
const named =
  (...addresses: string[]) =>
  async () =>
    addresses.map((address) => ({ address, family: address.includes(':') ? 6 : 4 }));
const answer = (host: string, port: number, reach: Reach, addresses: string[] = []) =>
  addressOf({ host, port }, reach, named(...addresses)).catch((error) => error.phrase);

describe('which servers may be connected to', () => {
  // RFC 6890 and RFC 4291 name these; the ways of writing them are those getaddrinfo takes.
  it.each([
    '127.0.0.1',
    '127.1.2.3',
    '0.0.0.0',
    '10.1.2.3',
    '100.64.0.1',
    '169.254.169.254',
    '172.16.0.1',
    '172.31.255.255',
    '192.168.1.1',
    '224.0.0.1',
    '255.255.255.255',
    '::',
    '::1',
    'fd00::1',
    'fe80::1',
    '::ffff:127.0.0.1',
    '64:ff9b::7f00:1',
    '2002:7f00:1::',
  ])('%s is private', (address) => expect(isPrivate(address)).toBe(true));
  it.each(['203.0.114.1', '9.9.9.9', '172.32.0.1', '2a00:1450::1'])('%s is not', (address) =>
    expect(isPrivate(address)).toBe(false),
  );

  it('this machine’s own addresses are not', () => {
    const own = Object.values(networkInterfaces()).flatMap((all) => all ?? []);
    for (const { address } of own) expect([address, isPrivate(address)]).toEqual([address, true]);
  });

  it('gives one and the same answer for all it refuses, whatever they are', async () => {
    const answers = await Promise.all([
      answer('mail.client.example', 993, OPEN, ['127.0.0.1']),
      answer('mail.client.example', 993, OPEN, ['10.0.0.7', '::1']),
      answer('127.0.0.1', 993, OPEN),
      answer('0.0.0.0', 993, OPEN),
      answer('[::1]', 993, OPEN),
      // Decimal, as getaddrinfo reads it.
      answer('2130706433', 993, OPEN, ['127.0.0.1']),
      // A port that is none of mail's, before its name is even looked up.
      answer('mail.client.example', 3306, OPEN, ['9.9.9.9']),
      answer('127.0.0.1', 993, { ...OPEN, private: true, own: [993] }),
      answer('0.0.0.0', 993, { ...OPEN, private: true }),
    ]);
    expect(new Set(answers.map((one) => JSON.stringify(one)))).toEqual(
      new Set([JSON.stringify({ code: 'mailbox.fault.not-allowed' })]),
    );
  });

  it('takes of a name the addresses that are allowed, and connects to what was looked at', async () => {
    expect(await answer('mail.client.example', 993, OPEN, ['10.0.0.7', '9.9.9.9'])).toBe('9.9.9.9');
    expect(await answer('mail.client.example', 993, { ...OPEN, private: true }, ['10.0.0.7'])).toBe('10.0.0.7');
    expect(await answer('localhost', 1143, { ...OPEN, private: true, ports: 'any' }, ['127.0.0.1'])).toBe('127.0.0.1');
  });

  it('is by its settings: beside it only where nobody else can reach the installation', () => {
    const alone = { host: '127.0.0.1', mailPorts: '', mailPrivate: '', tls: '', proxies: '' };
    expect(reachOf(alone).private).toBe(true);
    for (const part of [{ host: '0.0.0.0' }, { host: '' }, { tls: 'yes' }, { proxies: '1' }, { mailPrivate: 'no' }])
      expect([part, reachOf({ ...alone, ...part }).private]).toEqual([part, false]);
    expect(reachOf({ ...alone, host: '0.0.0.0', mailPrivate: 'yes' }).private).toBe(true);
    expect(reachOf({ ...alone, mailPorts: '1143, 2525' }).ports).toEqual(new Set([...MAIL_PORTS, 1143, 2525]));
    expect(reachOf({ ...alone, mailPorts: 'any' }).ports).toBe('any');
  });
});
