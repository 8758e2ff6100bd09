import { pressureChange } from '../../../standins/instruments/figures.ts';
import { proven, inverse3, informationOf } from '../known.ts';
import { about, anyFigure, type KindCases } from '../kindCases.ts';

/** Spread of the lowest place of a parabola through squares of readings, for one who knows the noise of every one. */
function knownSdOfLowest(x: readonly number[], change: (k: number) => number, at: number): number {
  const sd = Math.hypot(0.007, 0.01 / Math.sqrt(12));
  const span = Math.max(...x);
  const inv = inverse3(
    informationOf(
      x.map((k) => k / span),
      x.map((k) => 2 / (4 * change(k) ** 2 * sd * sd + 2 * sd ** 4)),
    ),
  );
  const c = (2.4 * span) ** 2;
  const b = -2 * c * (at / span);
  const s = [0, -1 / (2 * c), b / (2 * c * c)];
  return span * Math.sqrt(s.reduce((v, si, i) => v + s.reduce((r, sj, j) => r + si * sj * inv[i]![j]!, 0), 0));
}

export const cases: KindCases = {
  kind: 'pressure',
  table: {
    csv: `factor_s,change_mm\n${[0, 0.01, 0.02, 0.03, 0.04, 0.05, 0.06].map((k) => `${k},${Math.hypot(0.02, 2 * (k - 0.033)).toFixed(9)}`).join('\n')}`,
    gives: { value: about(0.033, 7), range: [anyFigure, anyFigure] },
  },
  also: {
    'a change as large as is believed': { csv: 'factor_s,change_mm\n0,3\n0.02,1\n0.04,0.2\n0.06,1\n0.08,2' },
    'a change larger than is believed': { csv: 'factor_s,change_mm\n0,3.2\n0.02,1\n0.04,0.2\n0.06,1\n0.08,2' },
    'best at nought': { csv: 'factor_s,change_mm\n0,0.02\n0.02,0.1\n0.04,0.2\n0.06,0.3\n0.08,0.4' },
    flat: { csv: 'factor_s,change_mm\n0,0.1\n0.02,0.1\n0.04,0.1\n0.06,0.1\n0.08,0.1' },
    'each factor twice': {
      csv: 'factor_s,change_mm\n0,0.2\n0,0.22\n0.02,0.1\n0.02,0.08\n0.04,0.02\n0.04,0.03\n0.06,0.1\n0.06,0.12\n0.08,0.2\n0.08,0.19',
    },
  },
  recovers: [
    {
      of: 'best factor',
      unit: 's',
      truth: (t) => t.truth.pressureS,
      interval: (t) => proven(t, 'pressureS'),
      knownSd: (t) =>
        knownSdOfLowest(
          t.bands.map((b) => b.value),
          (k) => pressureChange(t.truth, k),
          t.truth.pressureS,
        ),
    },
  ],
};
