import { mean } from '../../../src/core/fitting/mean.ts';
import { type Trialled } from '../recover.ts';
import { proven } from '../known.ts';
import { about, type KindCases } from '../kindCases.ts';

/** Spread of the root of a line whose slope is known, by readings of known noise. */
function knownSdOfRefill(t: Trialled): number {
  const sd = Math.hypot(0.012, 0.01 / Math.sqrt(12));
  const x = t.bands.map((b) => b.value);
  const middle = mean(x);
  const spread = x.reduce((s, v) => s + 2 * (v - middle) ** 2, 0);
  return (sd * Math.sqrt(1 / (2 * x.length) + (t.truth.oozeMm - middle) ** 2 / spread)) / t.truth.bumpPerMm;
}

export const cases: KindCases = {
  kind: 'refill',
  table: {
    csv: `refill_mm,bump_mm\n${[-0.1, -0.05, 0, 0.05, 0.1, 0.15, 0.2].map((r) => `${r},${(0.9 * (r - 0.12)).toFixed(9)}`).join('\n')}`,
    gives: { value: about(0.12, 7), bumpPerMm: about(0.9, 7) },
  },
  recovers: [
    {
      of: 'refill at which lines begin level',
      unit: 'mm',
      truth: (t) => t.truth.oozeMm,
      interval: (t) => proven(t, 'refillMm'),
      knownSd: (t) => knownSdOfRefill(t),
    },
  ],
};
