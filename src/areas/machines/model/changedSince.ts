import { changedValues } from '../../library/model/changedValues.ts';
import type { Values } from '../../library/settings/define.ts';
import { maintenanceKinds, type MaintenanceKind } from './maintenance.ts';

/** What a print was laid with, and when. */
export interface LaidWith {
  readonly at: Date;
  readonly values: Values;
  /** By what they are: machine, tool, material, process. */
  readonly names: Readonly<Record<string, string>>;
  readonly lot: string | null;
}

/** What was changed between two prints: values, what they were laid with, the lot of the same material, and work on the machine, the newest
 *  first as it is logged. */
export function changedSince(
  before: LaidWith,
  after: LaidWith,
  work: readonly { readonly kind: MaintenanceKind; readonly at: Date }[],
): string[] {
  const names = Object.keys(before.names).filter((what) => before.names[what] !== after.names[what]);
  const isOtherLot = before.lot !== null && after.lot !== null && before.lot !== after.lot;
  return [
    ...changedValues(before.values, after.values),
    ...names.map((what) => `${what} ${before.names[what]} → ${after.names[what]}`),
    ...(isOtherLot && !names.includes('material') ? [`lot ${before.lot} → ${after.lot}`] : []),
    ...work
      .filter((w) => w.at > before.at && w.at <= after.at)
      .map((w) => maintenanceKinds[w.kind].label.toLowerCase()),
  ];
}
