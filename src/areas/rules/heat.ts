import { formatQuantity } from '../../core/units/format.ts';
import type { Proof } from '../library/model/records.ts';
import type { SettingKey } from '../library/settings/catalogue.ts';
import type { Found } from './define.ts';
import { outsideProof, outsideSupplier } from './evidence.ts';

/** A temperature that is asked for, and where. */
interface Asked {
  readonly celsius: number;
  readonly where?: Pick<Found, 'line' | 'layer' | 'zMm'>;
}
export interface HeatLimits {
  readonly label: string;
  readonly hardwareMaxC: number | null;
  readonly hardware: string;
  readonly supplier: readonly [number, number] | null;
  readonly material?: string;
  readonly proof: Proof | undefined;
  readonly provenOnly: boolean;
  /** Settings that hold it. */
  readonly keys: readonly SettingKey[];
}
const show = (celsius: number): string => formatQuantity(celsius, 'temperature');

/** The hottest and the coldest that is asked for, against hardware, then the supplier's range, then what is proven; of each the first
 *  that is broken is named. */
export function judgeHeat(limits: HeatLimits, hottest: Asked, coldest: Asked = hottest): readonly Found[] {
  const { label, hardwareMaxC, supplier, proof } = limits;
  const change = (celsius: number) => ({ values: Object.fromEntries(limits.keys.map((key) => [key, celsius])) });
  if (hardwareMaxC !== null && hottest.celsius > hardwareMaxC)
    return [
      {
        severity: 'blocker',
        title: `${label} hotter than ${limits.hardware} allows`,
        figure: show(hottest.celsius),
        limit: show(hardwareMaxC),
        origin: `hardware, ${limits.hardware}`,
        fix: `set ${show(hardwareMaxC)} at most, or use other hardware`,
        ...hottest.where,
        change: change(hardwareMaxC),
      },
    ];
  const found = [hottest, coldest].flatMap(({ celsius, where }) => {
    const shared = { label, value: celsius, proof, show, change, ...(where && { where }) };
    const one =
      (supplier &&
        outsideSupplier({
          ...shared,
          range: supplier,
          severity: 'blocker',
          ...(limits.material && { material: limits.material }),
          change: (end) => change(nearestAllowed(end, supplier, proof)),
        })) ??
      outsideProof({ ...shared, provenOnly: limits.provenOnly });
    return one ? [one] : [];
  });
  return hottest.celsius === coldest.celsius ? found.slice(0, 1) : found;
}

/** The end of a supplier's range, moved into what is proven where that lies within it. */
function nearestAllowed(end: number, [low, high]: readonly [number, number], proof: Proof | undefined): number {
  if (proof?.state !== 'proven') return end;
  const { min, max } = proof.range;
  return max < low || min > high ? end : Math.min(Math.max(end, min), max);
}
