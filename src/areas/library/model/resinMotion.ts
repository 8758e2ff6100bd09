import type { LayerMotion } from '../../../core/resin/sequence.ts';
import { numberOf, type Values } from '../settings/define.ts';

/** One layer's motion and pauses from effective values; stages of no length are left out. */
export function motionOf(v: Values): LayerMotion {
  const n = (key: string): number => numberOf(v, key) ?? 0;
  const stages = (name: 'lift' | 'return') =>
    (['First', 'Second'] as const)
      .map((stage) => ({ mm: n(`${name}${stage}Mm`), mmPerS: n(`${name}${stage}MmPerS`) }))
      .filter((s) => s.mm > 0);
  return {
    pauseBeforeLiftS: n('pauseBeforeLiftS'),
    lift: stages('lift'),
    pauseAtTopS: n('pauseAtTopS'),
    return: stages('return'),
    pauseBeforeExposureS: n('pauseBeforeExposureS'),
  };
}

/** What of a layer's motion is missing or cannot be, or null: without it no time can be told. */
export function motionMissing(m: LayerMotion): string | null {
  if (m.lift.length === 0) return 'the lift has no length';
  if ([...m.lift, ...m.return].some((s) => !(s.mmPerS > 0))) return 'a stage has no speed';
  const [up, down] = [m.lift, m.return].map((list) => list.reduce((s, x) => s + x.mm, 0)) as [number, number];
  return Math.abs(up - down) > 1e-6 ? `lift ${up} mm and return ${down} mm are not equal` : null;
}
