import { lightAt } from '../../../standins/resin/truth.ts';
import { resinValues } from '../resin.ts';
import { type KindCases } from '../kindCases.ts';

export const cases: KindCases = {
  kind: 'lift',
  table: {
    csv: 'peel_mm_s,flank\n0.7,0\n0.7,0\n0.9,0\n1.2,0\n1.2,1\n1.2,0\n1.6,1\n1.6,2\n2,2',
    gives: { limit: 1.2, firstNot: 1.6 },
  },
  resinRecovers: [
    {
      of: 'fastest peel without lines',
      unit: 'mm/s',
      truth: (t) =>
        t.peelMmPerS * (((resinValues['exposureS'] as number) * lightAt(t, 0, 0)) / t.sharpDose) ** t.peelPerLight,
      setting: 'liftFirstMmPerS',
      knownSd: null,
    },
  ],
};
