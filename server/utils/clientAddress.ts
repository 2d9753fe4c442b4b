import { isIPv6 } from 'node:net';

/**
 * The address a request comes from. Each proxy on the way adds the address it was asked from at the end of
 * `X-Forwarded-For`; what stands before what the trusted ones added can be written by anybody.
 * @param connected the address of whoever is connected to this server
 * @param proxies how many proxies stand before it that are trusted
 */
export function clientAddress(connected: string, forwarded: string, proxies: number): string {
  const way = [
    ...forwarded
      .split(',')
      .map((one) => one.trim())
      .filter(Boolean),
    connected,
  ];
  const address = way.at(-1 - proxies) ?? way[0]!;
  return address
    .replace(/^::ffff:(?=\d+\.)/i, '')
    .replace(/[^\x20-\x7e]/g, '')
    .slice(0, 64);
}

/** Whom tries are counted for: an address; of the newer kind its first half, since a household has as many as it likes (RFC 6177). */
export function networkOf(address: string): string {
  if (!isIPv6(address)) return address;
  const [head = '', tail] = address.split('::');
  const before = head.split(':').filter(Boolean);
  const after = tail === undefined ? [] : tail.split(':').filter(Boolean);
  const groups = [...before, ...Array(Math.max(0, 8 - before.length - after.length)).fill('0'), ...after];
  return `${groups
    .slice(0, 4)
    .map((group) => parseInt(group, 16).toString(16))
    .join(':')}::/64`;
}
