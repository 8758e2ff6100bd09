import { expect, test } from 'vitest';
import { clientAddressOf, namedProxies } from './clientAddress.ts';

const asked = (connected: string, forwarded: string | null, proxies: readonly string[]): string =>
  clientAddressOf(new Headers(forwarded === null ? {} : { 'x-forwarded-for': forwarded }), connected, proxies);

test.each([
  ['no proxy is named: nothing that is written is believed', '192.0.2.9', '10.0.0.1', [], '192.0.2.9'],
  ['a named proxy says who asks', '127.0.0.1', '198.51.100.7', ['127.0.0.1'], '198.51.100.7'],
  ['what was written before the proxy added its own is not believed', '127.0.0.1', '10.0.0.1, 198.51.100.7', ['127.0.0.1'], '198.51.100.7'],
  ['of two named proxies the inner one is passed over', '127.0.0.1', '198.51.100.7, 192.0.2.1', ['127.0.0.1', '192.0.2.1'], '198.51.100.7'],
  ['a proxy that says nothing is who asks', '127.0.0.1', null, ['127.0.0.1'], '127.0.0.1'],
  ['an address of the old kind within one of the new is itself', '::ffff:127.0.0.1', '::ffff:198.51.100.7', ['127.0.0.1'], '198.51.100.7'],
] as const)('%s', (_, connected, forwarded, proxies, from) => expect(asked(connected, forwarded, proxies)).toBe(from)); // prettier-ignore
test('proxies are named with commas between', () => {
  expect(namedProxies(' 127.0.0.1, ::ffff:10.0.0.2 ,')).toEqual(['127.0.0.1', '10.0.0.2']);
  expect(namedProxies()).toEqual([]);
});
