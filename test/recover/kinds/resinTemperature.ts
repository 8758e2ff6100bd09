import { sharpDoseAt } from '../../../standins/resin/truth.ts';
import { LADDERS_C, meanLight } from '../resin.ts';
import { rootSd, NOISE_MM } from '../known.ts';
import { about, anyFigure, type KindCases } from '../kindCases.ts';

export const cases: KindCases = {
  kind: 'resin-temperature',
  table: {
    csv: `resin_c,exposure_s,feature,nominal_mm,measured_mm\n${[20, 26, 32]
      .flatMap((c) => {
        const sharp = 2.4 * 0.98 ** (c - 20);
        return [1.5, 2, 2.6, 3.4, 4.4].flatMap((s, i) =>
          ['bar', 'slot'].map(
            (f) =>
              `${c},${s},${f},1,${(1 + (f === 'bar' ? 1 : -1) * (0.08 * Math.log(s / sharp) + (i % 2 ? 1 : -1) * 1e-7)).toFixed(12)}`,
          ),
        );
      })
      .join('\n')}`,
    gives: { percentPerC: about(2, 3), interval: [anyFigure, anyFigure] },
  },
  resinRecovers: [
    {
      of: 'less exposure per °C',
      unit: '%',
      truth: (t) => 100 * (1 - (sharpDoseAt(t, 30) / sharpDoseAt(t, LADDERS_C[0]!)) ** (1 / (30 - LADDERS_C[0]!))),
      setting: 'exposurePerC',
      knownSd: (t, bands) => {
        const cs = [...LADDERS_C, 30];
        const sds = cs.map((c) => {
          const s = sharpDoseAt(t, c) / meanLight(t);
          return rootSd(bands.map(Math.log), Math.log(s), t.growthMm, NOISE_MM / Math.SQRT2, 3);
        });
        const w = sds.map((sd) => 1 / sd ** 2);
        const sum = w.reduce((a, b) => a + b);
        const mean = cs.reduce((m, c, i) => m + (w[i]! * c) / sum, 0);
        return 100 / Math.sqrt(cs.reduce((m, c, i) => m + w[i]! * (c - mean) ** 2, 0));
      },
    },
  ],
};
