import { partsBelowMm, ROOM_C } from '../../../standins/resin/truth.ts';
import { resinValues, meanLight } from '../resin.ts';
import { rootSd } from '../known.ts';
import { about, type KindCases } from '../kindCases.ts';

/** Half a step of the necks' grid as a spread, and what one neck differs from the next by. */
const NECK_MM = Math.hypot(0.05 / Math.sqrt(12), 0.012);

export const cases: KindCases = {
  kind: 'neck-strength',
  table: {
    csv: `exposure_s,parts_mm\n${[1.5, 2, 2.6, 3.4, 4.4].map((s) => `${s},${(0.4 - 0.1 * Math.log(s / 2.4)).toFixed(12)}`).join('\n')}`,
    options: { exposure: 2.4, tip: 0.45 },
    gives: {
      partsMm: about(0.4, 9),
      fallMmPerEFold: about(0.1, 9),
      holdsFromS: about(2.4 * Math.exp(-0.5), 8),
    },
  },
  resinRecovers: [
    {
      of: 'thickness at which necks part',
      unit: 'mm',
      truth: (t) => partsBelowMm(t, (resinValues['exposureS'] as number) * meanLight(t), ROOM_C),
      setting: 'supportTipMm',
      knownSd: (t, bands) => {
        const at = Math.log(resinValues['exposureS'] as number);
        return rootSd(bands.map(Math.log), at, 1, NECK_MM, 2) * (t.partsFallMm > 0 ? 1 : NaN);
      },
    },
  ],
};
