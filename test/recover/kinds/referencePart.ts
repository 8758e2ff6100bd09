import { pairsOf } from '../../../src/areas/trials/kinds/referencePart/index.ts';
import { analyseStep } from '../../../src/areas/trials/kinds/referencePart/analysis.ts';
import { mean } from '../../../src/core/fitting/mean.ts';
import { readCoupon } from '../../../standins/controller/coupon.ts';
import { figureAt } from '../../../standins/instruments/bench.ts';
import { type Trialled } from '../recover.ts';
import { type KindCases } from '../kindCases.ts';

const scored = (t: Trialled): string[] => [
  ...new Set(t.readings.filter((r) => r.feature.startsWith('score ')).map((r) => r.feature)),
];

function stepOf(t: Trialled) {
  const r = analyseStep(pairsOf(t.before!.readings, t.readings));
  if (!r.ok) throw new Error(r.failure.what);
  return r.value;
}

export const cases: KindCases = {
  kind: 'reference-part',
  table: {
    csv: `feature,before,after\n${['strings', 'overhang', 'bridge', 'top', 'wall', 'corner', 'hole', 'thin'].map((f, i) => `${f},${i === 0 ? 4 : 3},${i === 0 ? 3 : i === 1 ? 3 : 4}`).join('\n')}`,
    gives: { better: 6, worse: 1, same: 1, pValue: 0.125, verdict: 'no sure difference', meanChange: 0.625 },
  },
  recovers: [
    {
      of: 'mean change of scores',
      unit: 'scores',
      truth: (t) =>
        mean(
          scored(t).map(
            (f) =>
              figureAt(readCoupon(t.lines), t.truth, { kind: 'reference-part', band: 1, feature: f, repeat: 1 })! -
              figureAt(readCoupon(t.before!.lines), t.truth, {
                kind: 'reference-part',
                band: 1,
                feature: f,
                repeat: 1,
              })!,
          ),
        ),
      interval: (t) => stepOf(t).interval,
      knownSd: () => Math.sqrt((0.4 ** 2 + 1 / 12) / 8),
    },
  ],
};
