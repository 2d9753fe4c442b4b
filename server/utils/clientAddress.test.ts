import { expect, it } from 'vitest';
import { clientAddress, networkOf } from './clientAddress';

it.each([
  // Nobody stands before it: what the header says counts for nothing.
  ['203.0.113.9', '198.51.100.1', 0, '203.0.113.9'],
  ['127.0.0.1', '203.0.113.9', 1, '203.0.113.9'],
  // What a client wrote itself stands before what the proxy has added.
  ['127.0.0.1', '1.2.3.4, 203.0.113.9', 1, '203.0.113.9'],
  ['127.0.0.1', '1.2.3.4, 203.0.113.9, 10.0.0.2', 2, '203.0.113.9'],
  // Fewer were passed than are trusted.
  ['127.0.0.1', '', 1, '127.0.0.1'],
  ['127.0.0.1', '203.0.113.9', 3, '203.0.113.9'],
  ['::ffff:203.0.113.9', '', 0, '203.0.113.9'],
])('who is connected as %s, sent on for "%s" by %d proxies, is %s', (connected, forwarded, proxies, address) => {
  expect(clientAddress(connected, forwarded, proxies)).toBe(address);
});

it('addresses of one household count as one', () => {
  expect(networkOf('2001:db8:1:2:3:4:5:6')).toBe('2001:db8:1:2::/64');
  expect(networkOf('2001:db8:1:2::9')).toBe('2001:db8:1:2::/64');
  expect(networkOf('2001:0DB8::1')).toBe('2001:db8:0:0::/64');
  expect(networkOf('::1')).toBe('0:0:0:0::/64');
  expect(networkOf('203.0.113.9')).toBe('203.0.113.9');
});
