/** What each way of connection is set up with. */
interface SetUp {
  line: Address;
  serial: SerialDevice;
  stack: Address;
}
export interface Address {
  readonly host: string;
  readonly port: number;
}
/** A serial device of the host that the service runs on. */
export interface SerialDevice {
  readonly path: string;
  readonly baud: number;
}
export type WayOfConnection = keyof SetUp;
/** How a machine is connected: the way, and what that is set up with. */
export type Connection<W extends WayOfConnection = WayOfConnection> = {
  readonly [K in W]: { readonly adapter: K } & SetUp[K];
}[W];
/** The same as somebody gives it: over the network where no way is named. */
export interface GivenConnection extends Partial<Loose<Address & SerialDevice>> {
  readonly adapter?: WayOfConnection | undefined;
}
type Loose<T> = { readonly [K in keyof T]: T[K] | undefined };

/** Ways in which a machine is connected; each is an adapter of its own in ../server/adapters. */
export const waysOfConnection = {
  line: { label: 'line protocol over TCP', technology: 'filament' },
  serial: { label: 'line protocol over a serial device', technology: 'filament' },
  stack: { label: 'layer stacks over HTTP', technology: 'resin' },
} as const satisfies Readonly<
  Record<WayOfConnection, { readonly label: string; readonly technology: 'filament' | 'resin' }>
>;
export const waysFor = (technology: 'filament' | 'resin'): readonly WayOfConnection[] =>
  (Object.keys(waysOfConnection) as WayOfConnection[]).filter((w) => waysOfConnection[w].technology === technology);
export const bauds = [9600, 19_200, 57_600, 115_200, 230_400, 250_000, 460_800, 921_600] as const;

/** A connection as it is kept; null where that technology is not spoken to so. */
export function connectionFor(
  technology: 'filament' | 'resin',
  { adapter, host, port, path, baud }: GivenConnection,
): Connection | null {
  if (adapter === 'serial')
    return technology === 'filament' && path !== undefined && baud !== undefined ? { adapter, path, baud } : null;
  const network = technology === 'filament' ? 'line' : 'stack';
  return (adapter ?? network) === network && host !== undefined && port !== undefined
    ? { adapter: network, host, port }
    : null;
}
/** Where it is, in a word: no two machines are at the same. */
export const placeOf = (c: Connection): string =>
  c.adapter === 'serial' ? c.path : `${c.host.toLowerCase()}:${c.port}`;
/** How it is connected, for people. */
export const connectionText = (c: Connection | null): string => (c ? `${c.adapter} ${placeOf(c)}` : 'not connected');
