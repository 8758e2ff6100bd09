import { meanLight } from '../resin.ts';
import { rootSd, NOISE_MM } from '../known.ts';
import { about, anyFigure, type KindCases } from '../kindCases.ts';

export const cases: KindCases = {
  kind: 'exposure-ladder',
  table: {
    csv: `exposure_s,feature,nominal_mm,measured_mm\n${[1.5, 2, 2.6, 3.4, 4.4]
      .flatMap((s) => [
        `${s},bar,1,${(1 + 0.08 * Math.log(s / 2.4)).toFixed(12)}`,
        `${s},slot,1,${(1 - 0.08 * Math.log(s / 2.4)).toFixed(12)}`,
      ])
      .join('\n')}`,
    gives: { exposureS: about(2.4, 8), interval: [anyFigure, anyFigure] },
  },
  bandsAt: { 'of just four steps': { exposureS: 0.15 }, 'of three steps': { exposureS: 0.1 } },
  resinRecovers: [
    {
      of: 'exposure at which contours stay',
      unit: 's',
      truth: (t) => t.sharpDose / meanLight(t),
      setting: 'exposureS',
      knownSd: (t, bands) => {
        const s = t.sharpDose / meanLight(t);
        return s * rootSd(bands.map(Math.log), Math.log(s), t.growthMm, NOISE_MM / Math.SQRT2, 3);
      },
    },
  ],
};
