import {} from '../resin.ts';
import { type KindCases } from '../kindCases.ts';

export const cases: KindCases = {
  kind: 'settling',
  table: {
    csv: 'pause_s,flank\n2,0\n1.5,0\n1.1,0\n0.8,1\n0.6,0',
    gives: { limit: 1.1, firstNot: 0.8 },
  },
  resinRecovers: [
    {
      of: 'shortest rest without lines',
      unit: 's',
      truth: (t) => t.settleS,
      setting: 'pauseBeforeExposureS',
      knownSd: null,
    },
  ],
};
