import { promises as dns } from 'node:dns';
import { BlockList, isIP } from 'node:net';
import { networkInterfaces } from 'node:os';
import { phrase } from '#core/text/phrase';
import { isOn } from '#shared/utils/setting';
import { RemoteError } from './errors';
import { isLoopback } from './tls';

/** The ports of mail: SMTP, IMAP, and both with TLS from the first byte (RFC 6409 3.1, RFC 8314 7, RFC 3501, RFC 5321). */
export const MAIL_PORTS: ReadonlySet<number> = new Set([25, 143, 465, 587, 993]);

/** Which servers a user may have this one connect to. */
export interface Reach {
  /** Whether those that only this machine or its network sees. */
  private: boolean;
  ports: ReadonlySet<number> | 'any';
  /** Ports of this installation: nobody is connected to these. */
  own: readonly number[];
}

/** Addresses that only one machine or network sees, or that name nobody (RFC 6890, RFC 4291). */
/** Apart: Node holds every address of the older kind for one of the newer. */
const PRIVATE = { ipv4: new BlockList(), ipv6: new BlockList() };
for (const [net, prefix] of [
  ['0.0.0.0', 8],
  ['10.0.0.0', 8],
  ['100.64.0.0', 10],
  ['127.0.0.0', 8],
  ['169.254.0.0', 16],
  ['172.16.0.0', 12],
  ['192.0.0.0', 24],
  ['192.168.0.0', 16],
  ['198.18.0.0', 15],
  ['224.0.0.0', 4],
  ['240.0.0.0', 4],
] as const)
  PRIVATE.ipv4.addSubnet(net, prefix, 'ipv4');
for (const [net, prefix] of [
  ['::', 127],
  ['fc00::', 7],
  ['fe80::', 10],
  ['fec0::', 10],
  ['ff00::', 8],
  // With an address of the older kind inside (RFC 4291 2.5.5, RFC 6052, RFC 3056), which is not looked for there.
  ['::ffff:0:0', 96],
  ['64:ff9b::', 96],
  ['2002::', 16],
] as const)
  PRIVATE.ipv6.addSubnet(net, prefix, 'ipv6');

/** Whether an address is not one of the open network, this machine's own among them. */
export function isPrivate(address: string): boolean {
  const own = Object.values(networkInterfaces()).flatMap((all) => all ?? []);
  const family = isIP(address) === 6 ? 'ipv6' : 'ipv4';
  return PRIVATE[family].check(address, family) || own.some((one) => one.address === address);
}

/** The reach of an installation by its settings. Whoever is its only user may connect to servers beside it. */
export function reachOf({ mailPorts, mailPrivate, tls, proxies, host }: Record<string, unknown>): Omit<Reach, 'own'> {
  const ports = String(mailPorts ?? '').trim();
  const isAlone = isLoopback(String(host)) && !isOn(tls) && !Number(proxies);
  return {
    private: String(mailPrivate ?? '') === '' ? isAlone : isOn(mailPrivate),
    ports:
      ports === 'any'
        ? 'any'
        : new Set([...MAIL_PORTS, ...ports.split(/[\s,]+/).flatMap((port) => Number(port) || [])]),
  };
}

type Resolve = (name: string) => Promise<{ address: string; family: number }[]>;
const everyAddress: Resolve = (name) => dns.lookup(name, { all: true });

/** Of the two kinds of addresses the one this machine can reach others by comes first. */
function ofUsualFamily(addresses: { address: string; family: number }[]) {
  const hasIpv4 = Object.values(networkInterfaces()).some((all) =>
    all?.some(({ family, internal }) => family === 'IPv4' && !internal),
  );
  const usual = hasIpv4 || addresses.every(({ family }) => family === 4) ? 4 : 6;
  return [...addresses].sort((a, b) => Number(b.family === usual) - Number(a.family === usual));
}

/**
 * The address a server is connected at: its name is looked up once, and what is connected to is what was looked at.
 * @throws RemoteError with one and the same answer for every server that may not be connected to, before anything is
 */
export async function addressOf(
  { host, port }: { host: string; port: number },
  reach: Reach,
  resolve: Resolve = everyAddress,
): Promise<string> {
  const refused = () => new RemoteError('not-allowed', phrase('mailbox.fault.not-allowed'));
  if (reach.ports !== 'any' && !reach.ports.has(port)) throw refused();
  const name = host.replace(/^\[(.*)\]$/, '$1');
  const addresses = isIP(name) ? [{ address: name, family: isIP(name) }] : await resolve(name);
  const allowed = addresses.filter(({ address }) => {
    if (!isPrivate(address)) return true;
    return reach.private && !reach.own.includes(port) && !/^(0\.|::$)/.test(address);
  });
  const [first] = ofUsualFamily(allowed);
  if (!first) throw refused();
  return first.address;
}
