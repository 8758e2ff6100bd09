import { meanLight } from '../resin.ts';
import { about, type KindCases } from '../kindCases.ts';

export const cases: KindCases = {
  kind: 'light-map',
  table: {
    csv: `x,y,mw_cm2\n${[-1, 0, 1].flatMap((y) => [-1, -0.5, 0, 0.5, 1].map((x) => `${x},${y},${3 + 0.1 * x}`)).join('\n')}`,
    gives: { meanMwPerCm2: about(3, 12), uniformity: about(2.9 / 3, 12), usableShare: 1 },
  },
  resinRecovers: [
    {
      of: 'mean irradiance',
      unit: 'mW/cm²',
      truth: meanLight,
      setting: 'irradianceMwPerCm2',
      knownSd: (t) => meanLight(t) * Math.hypot(0.02, 0.006 / Math.sqrt(30)),
    },
  ],
};
