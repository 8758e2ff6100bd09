import { bedAt } from '../../../standins/instruments/figures.ts';
import { type Trialled } from '../recover.ts';
import { proven } from '../known.ts';
import { about, type KindCases } from '../kindCases.ts';

/** Bow of the bed on average over the places measured. */
const meanBow = (t: Trialled): number => {
  const n = Array.from({ length: 9 }, (_, i) => [t.params[`x ${i + 1}`]!, t.params[`y ${i + 1}`]!] as const);
  const cx = n.reduce((s, p) => s + p[0], 0) / 9;
  const cy = n.reduce((s, p) => s + p[1], 0) / 9;
  return (
    n.reduce((s, [x, y]) => s + bedAt({ ...t.truth, bed: { ...t.truth.bed, offsetMm: 0 } }, x - cx, y - cy), 0) / 9
  );
};

export const cases: KindCases = {
  kind: 'first-layer',
  table: {
    csv: `x_mm,y_mm,thickness_mm\n${[
      [-80, -80],
      [80, -80],
      [0, 0],
      [-80, 80],
      [80, 80],
    ]
      .map(([x, y]) => `${x},${y},${0.25 + 0.0002 * x! - 0.0001 * y!}`)
      .join('\n')}`,
    options: { 'wanted-mm': 0.2, 'calibration-mm': 0 },
    gives: {
      offsetMm: about(-0.05, 9),
      tiltX: about(0.02, 9),
      tiltY: about(-0.01, 9),
    },
  },
  recovers: [
    {
      of: 'height offset',
      unit: 'mm',
      truth: (t) => -t.truth.bed.offsetMm - meanBow(t),
      interval: (t) => proven(t, 'zOffsetMm'),
      knownSd: (t) => Math.hypot(Math.hypot(0.006, t.truth.rippleMm, 0.01 / Math.sqrt(12)) / Math.sqrt(18), 0.005),
    },
  ],
};
