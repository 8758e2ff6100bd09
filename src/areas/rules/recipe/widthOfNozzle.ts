import { defineRule } from '../define.ts';
import { lineKinds, widthKey } from '../../library/settings/lineKinds.ts';

const LOWEST = 0.85;
const HIGHEST = 1.5;
const WIDTHS = lineKinds.map(widthKey);

export const widthOfNozzle = defineRule({
  id: 'width-of-nozzle',
  stage: 'before start',
  title: 'Line widths the nozzle can print',
  why: 'Narrower lines break, wider ones are not pressed to their edge.',
  source: '0.85 to 1.5 × nozzle: common practice, from memory',
  isOfHead: true,
  recipe: {
    about: 'recipe',
    reads: [...WIDTHS, 'nozzleDiameterMm'],
    find: (r) => {
      const nozzle = r.number('nozzleDiameterMm');
      const low = LOWEST * nozzle;
      const high = HIGHEST * nozzle;
      const wrong = lineKinds.filter((k) => r.number(widthKey(k)) < low - 1e-9 || r.number(widthKey(k)) > high + 1e-9);
      if (wrong.length === 0) return [];
      const worst = wrong[0]!;
      const w = r.number(widthKey(worst));
      const end = Number((w < low ? low : high).toFixed(4));
      return [
        {
          severity: 'caution',
          title: `${worst.label} too ${w < low ? 'narrow' : 'wide'} for the nozzle`,
          figure: r.show(widthKey(worst)),
          limit: `${r.show('nozzleDiameterMm', Number(low.toFixed(4)))} to ${r.show('nozzleDiameterMm', Number(high.toFixed(4)))}`,
          origin: 'hardware, tool',
          fix: `set ${r.show(widthKey(worst), end)}`,
          change: { values: Object.fromEntries(wrong.map((k) => [widthKey(k), end])) },
        },
      ];
    },
  },
});
