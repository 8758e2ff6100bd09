import type { TrialKindKey } from '../kinds/define.ts';
import { kindOf } from '../kinds/index.ts';

/** Kinds that want the plate for themselves, and why. */
export const ALONE: Partial<Record<TrialKindKey, string>> = {
  'first-layer': 'its patches lie all over the plate',
  'highest-flow': 'its strands hang in the air above the plate',
  'head-offset': 'it needs both heads',
  'reference-part': 'every print of a series is printed alone, or they could not be compared',
};

export interface Sharer {
  readonly machineId: string;
  readonly kind: TrialKindKey;
  readonly heightMm: number;
  /** Height that may stay on the plate while something is printed beside it; null where the printer profile does not say. */
  readonly clearanceMm: number | null;
}

/** What may stand while something is laid beside it, by a printer's values: known only where the reach of its head is known too. */
export const clearanceOf = (values: Readonly<Record<string, number>>): number | null =>
  values['headReachMm'] === undefined ? null : (values['clearanceMm'] ?? null);

/** Whether one rests on what the other finds: its coupon is made with a value that is not known before. */
const restsOn = (kind: TrialKindKey, other: TrialKindKey, seen: readonly TrialKindKey[] = []): boolean =>
  kindOf(kind).after.some((k) => k === other || (!seen.includes(k) && restsOn(k, other, [...seen, k])));

/** Trials that can be printed on one plate, coupon after coupon, the tallest last; each plate in the order it is printed. What has
 *  to stand while another is laid is no taller than passes under the carriage, and nothing rests on what its neighbour finds. */
export function sharePlates<T extends Sharer>(items: readonly T[]): T[][] {
  const plates: T[][] = [];
  for (const item of [...items].sort((a, b) => a.heightMm - b.heightMm)) {
    const home = plates.find((plate) => canJoin(plate, item));
    if (home) home.push(item);
    else plates.push([item]);
  }
  return plates;
}
function canJoin<T extends Sharer>(plate: readonly T[], item: T): boolean {
  const { clearanceMm } = item;
  return (
    clearanceMm !== null &&
    kindOf(item.kind).technology === 'filament' &&
    [...plate, item].every((p) => p.machineId === item.machineId && !(p.kind in ALONE)) &&
    plate.every((p) => p.heightMm <= clearanceMm) && // the newcomer is the tallest and comes last
    plate.every((p) => p.kind !== item.kind && !restsOn(p.kind, item.kind) && !restsOn(item.kind, p.kind))
  );
}
