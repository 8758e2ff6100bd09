import { meanLight } from '../resin.ts';
import { spreadOf, rootSd } from '../known.ts';
import { about, anyFigure, type KindCases } from '../kindCases.ts';

const FILM_MM = Math.hypot(0.004, 0.001 / Math.sqrt(12));

export const cases: KindCases = {
  kind: 'working-curve',
  table: {
    csv: `dose_mj_cm2,depth_mm\n${[6, 9, 14, 21, 32, 48].map((e) => `${e},${(0.14 * Math.log(e / 4.1)).toFixed(12)}`).join('\n')}`,
    gives: {
      dpMm: about(0.14, 9),
      ecMjPerCm2: about(4.1, 8),
      dpInterval: [anyFigure, anyFigure],
      ecInterval: [anyFigure, anyFigure],
    },
  },
  resinRecovers: [
    {
      of: 'Dp',
      unit: 'mm',
      truth: (t) => t.dpMm,
      setting: 'penetrationDepthMm',
      knownSd: (_, bands) => FILM_MM / Math.sqrt(3 * spreadOf(bands.map(Math.log))[1]),
    },
    {
      of: 'Ec',
      unit: 'mJ/cm²',
      truth: (t) => t.ecMjPerCm2,
      setting: 'criticalDoseMjPerCm2',
      knownSd: (t, bands) =>
        t.ecMjPerCm2 *
        rootSd(
          bands.map((s) => Math.log(s * meanLight(t))),
          Math.log(t.ecMjPerCm2),
          t.dpMm,
          FILM_MM,
          3,
        ),
    },
  ],
};
