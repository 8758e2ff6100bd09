/** Ways in which a machine is connected; each is an adapter of its own in ../devices. */
export const waysOfConnection = {
  line: { label: 'line protocol over TCP', technology: 'filament' },
  stack: { label: 'layer stacks over HTTP', technology: 'resin' },
} as const satisfies Readonly<Record<string, { readonly label: string; readonly technology: 'filament' | 'resin' }>>;
export type WayOfConnection = keyof typeof waysOfConnection;
export interface Address {
  readonly host: string;
  readonly port: number;
}
export interface Connection extends Address {
  readonly adapter: WayOfConnection;
}
/** The way a machine of a technology is connected. */
export const wayFor = (technology: 'filament' | 'resin'): WayOfConnection =>
  (Object.keys(waysOfConnection) as WayOfConnection[]).find((way) => waysOfConnection[way].technology === technology)!;
