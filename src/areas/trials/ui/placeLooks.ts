import { METER_PLACES } from '../../../core/resin/lightMap.ts';
import { DISC_PLACES } from '../../../core/resin/platePattern.ts';
import type { TrialPage } from '../model/pages.ts';
import type { PlaceLook } from './CouponDrawing.tsx';

/** One sequence from dim to bright. */
const LIGHT = ['#5a3a17', '#7f561f', '#a8772c', '#c79c52', '#dfc58f', '#f3e9d2'] as const;
const DISCS = [
  { fill: 'var(--oxide-pale)', ink: 'var(--ink)', says: 'lost' },
  { fill: 'var(--ochre-pale)', ink: 'var(--ink)', says: 'lifted' },
  { fill: 'var(--pine)', ink: '#fff', says: 'stuck' },
] as const;

/** What was read of each place, as it shows on the plan: a map of the light, or how the discs came out. */
export function placeLooks(t: TrialPage): ReadonlyMap<string, PlaceLook> {
  const of = (feature: string): number | null => {
    const values = t.readings.filter((r) => r.feature === feature).map((r) => r.value);
    return values.length > 0 ? values.reduce((s, v) => s + v, 0) / values.length : null;
  };
  if (t.kind === 'plate')
    return new Map(
      DISC_PLACES.flatMap((_, i): [string, PlaceLook][] => {
        const outcome = of(`disc ${i + 1}`);
        const look = outcome === null ? undefined : DISCS[Math.round(outcome)];
        return look ? [[String(i + 1), look]] : [];
      }),
    );
  if (t.kind !== 'light-map') return new Map();
  const light = METER_PLACES.map((_, i) => of(`place ${i + 1}`));
  const read = light.filter((v) => v !== null);
  const [low, high] = [Math.min(...read), Math.max(...read)];
  return new Map(
    light.flatMap((v, i): [string, PlaceLook][] => {
      if (v === null) return [];
      const share = high > low ? (v - low) / (high - low) : 1;
      const fill = LIGHT[Math.round(share * (LIGHT.length - 1))]!;
      return [[String(i + 1), { fill, ink: share > 0.45 ? '#22252b' : '#fff', says: v.toFixed(2) }]];
    }),
  );
}
