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
  also: {
    'five places': { csv: 'feature,before,after\na,2,3\nb,2,3\nc,2,3\nd,2,3\ne,2,3' },
    'six places, all better': { csv: 'feature,before,after\na,2,3\nb,2,3\nc,2,4\nd,2,3\ne,2,3\nf,1,3' },
    'seven places, all worse': { csv: 'feature,before,after\na,4,3\nb,4,3\nc,4,3\nd,4,2\ne,4,3\nf,4,3\ng,3,2' },
    'five better, one the same': { csv: 'feature,before,after\na,2,3\nb,2,3\nc,2,3\nd,2,3\ne,2,3\nf,3,3' },
    'each place seen twice': {
      csv: `feature,before,after\n${['a', 'b', 'c', 'd', 'e', 'f'].flatMap((f, i) => [`${f},2,${3 + (i % 2)}`, `${f},3,3`]).join('\n')}`,
    },
    'each place seen four times': {
      csv: `feature,before,after\n${['a', 'b', 'c', 'd', 'e', 'f'].flatMap((f, i) => [`${f},2,3`, `${f},3,3`, `${f},2,${3 + (i % 2)}`, `${f},2,4`]).join('\n')}`,
    },
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
