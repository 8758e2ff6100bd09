import type { Address, Connection } from './connection.ts';

/** A unit beside another of the same. */
export interface Unit {
  readonly name: string;
  readonly device: Address | null;
}
interface Likeness {
  readonly name: string;
  readonly device: Connection | Address | null;
}
/** One as somebody types it: the address may be open. */
export interface TypedUnit {
  readonly name: string;
  readonly device: { readonly host: string; readonly port: number | '' };
}
/** As many are added in one go. */
export const MOST_COPIES = 50;
const LAST_HOST = 254;
/** The four numbers of an address; null for a name. */
const FOUR = /^((?:\d{1,3}\.){3})(\d{1,3})$/;

/** Names and addresses that go on from those of a machine: the next numbers that nobody has. An address that is a name is left open. */
export function proposedUnits(
  machine: Likeness,
  count: number,
  taken: readonly { readonly name: string }[],
): readonly TypedUnit[] {
  const names = new Set(taken.map((m) => m.name.toLowerCase()));
  const [, stem = machine.name, number = '1'] = /^(.*?)\s*(\d+)$/.exec(machine.name) ?? [];
  const at = machine.device && 'host' in machine.device ? machine.device : null;
  const host = FOUR.exec(at?.host ?? '');
  const units: TypedUnit[] = [];
  for (let n = Number(number) + 1; units.length < count; n++) {
    const name = `${stem.trim() || 'Machine'} ${n}`;
    if (names.has(name.toLowerCase())) continue;
    const last = host ? Number(host[2]) + units.length + 1 : 0;
    const next = host && last <= LAST_HOST ? `${host[1]}${last}` : '';
    units.push({ name, device: { host: next, port: at?.port ?? '' } });
  }
  return units;
}
