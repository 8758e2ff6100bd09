/** Who asks, as far as it can be known: whoever holds the connection; behind proxies that are named (`CANTIERE_PROXIES`, addresses with
 *  commas between) the last hop that none of them is. What anybody else writes into the header is not believed. */
export function clientAddressOf(
  headers: Headers,
  connected: string,
  proxies: readonly string[] = namedProxies(process.env['CANTIERE_PROXIES']),
): string {
  const hops = (headers.get('x-forwarded-for') ?? '').split(',').map((hop) => plain(hop.trim()));
  let from = plain(connected);
  while (proxies.includes(from)) {
    const hop = hops.pop();
    if (!hop) break;
    from = hop;
  }
  return from;
}
export const namedProxies = (text = ''): string[] =>
  text
    .split(',')
    .map((address) => plain(address.trim()))
    .filter((address) => address !== '');
/** An IPv4 address within an IPv6 one (RFC 4291, 2.5.5.2) is that address. */
const plain = (address: string): string => address.replace(/^::ffff:(?=\d+\.)/i, '');
