type Technology = 'filament' | 'resin';
/** What each way of connection is set up with. */
interface SetUp {
  line: Address;
  serial: SerialDevice;
  stack: Address;
  folder: DropFolder;
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
/** A folder that files are put into, below the one that the service is given for that; and how they are named there. */
export interface DropFolder {
  readonly folder: string;
  /** How names end, as `.gcode`. */
  readonly suffix: string;
  /** Characters that the machine shows, with the ending. */
  readonly longestName: number;
}
export type WayOfConnection = keyof SetUp;
/** How a machine is connected: the way, and what that is set up with. */
export type Connection<W extends WayOfConnection = WayOfConnection> = {
  readonly [K in W]: { readonly adapter: K } & SetUp[K];
}[W];
/** The same as somebody gives it: over the network where no way is named. */
export interface GivenConnection extends Partial<Loose<Address & SerialDevice & DropFolder>> {
  readonly adapter?: WayOfConnection | undefined;
}
type Loose<T> = { readonly [K in keyof T]: T[K] | undefined };

/** Ways in which a machine is connected; each is an adapter of its own in ../server/adapters. */
export const waysOfConnection = {
  line: { label: 'line protocol over TCP', for: ['filament'] },
  serial: { label: 'line protocol over a serial device', for: ['filament'] },
  stack: { label: 'layer stacks over HTTP', for: ['resin'] },
  folder: { label: 'files into a folder', for: ['filament', 'resin'] },
} satisfies Readonly<Record<WayOfConnection, { readonly label: string; readonly for: readonly Technology[] }>>;
export const waysFor = (technology: Technology): readonly WayOfConnection[] =>
  (Object.keys(waysOfConnection) as WayOfConnection[]).filter((w) =>
    (waysOfConnection[w].for as readonly Technology[]).includes(technology),
  );
export const bauds = [9600, 19_200, 57_600, 115_200, 230_400, 250_000, 460_800, 921_600] as const;

/** A connection as it is kept; null where that technology is not spoken to so. */
export function connectionFor(
  technology: Technology,
  { adapter, host, port, path, baud, folder, suffix, longestName }: GivenConnection,
): Connection | null {
  if (adapter === 'serial')
    return technology === 'filament' && path !== undefined && baud !== undefined ? { adapter, path, baud } : null;
  if (adapter === 'folder')
    return folder !== undefined && suffix !== undefined && longestName !== undefined
      ? { adapter, folder, suffix, longestName }
      : null;
  const network = technology === 'filament' ? 'line' : 'stack';
  return (adapter ?? network) === network && host !== undefined && port !== undefined
    ? { adapter: network, host, port }
    : null;
}
/** Where it is, in a word: no two machines are at the same. */
export const placeOf = (c: Connection): string =>
  c.adapter === 'serial' ? c.path : c.adapter === 'folder' ? c.folder : `${c.host.toLowerCase()}:${c.port}`;
/** How it is connected, for people. */
export const connectionText = (c: Connection | null): string => (c ? `${c.adapter} ${placeOf(c)}` : 'not connected');

/** What a file is called in a folder: as much of the end of its name as the machine shows, which tells it from others. */
export const dropName = (name: string, { suffix, longestName }: DropFolder): string =>
  `${name.slice(-Math.max(1, longestName - suffix.length))}${suffix}`;
