import { defineRecipeRule } from './define.ts';
import { lineKinds, widthKey } from '../settings/lineKinds.ts';

const LOWEST = 0.85;
const HIGHEST = 1.5;
const WIDTHS = lineKinds.map(widthKey);

export const widthOfNozzle = defineRecipeRule({
  id: 'width-of-nozzle',
  about: 'recipe',
  technology: 'filament',
  title: 'Lines the nozzle can lay',
  why: 'Narrower lines break, wider ones are not pressed to their edge.',
  source: '0.85 to 1.5 × nozzle: common practice, from memory',
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
  examples: {
    passes: [{ says: 'as wide as allowed', change: { values: { topSurfaceWidthMm: 0.6 } } }],
    fails: [
      { says: 'a narrow top', change: { values: { topSurfaceWidthMm: 0.3 } } },
      { says: 'a wide first layer', change: { values: { firstLayerWidthMm: 0.65 } } },
    ],
  },
});
