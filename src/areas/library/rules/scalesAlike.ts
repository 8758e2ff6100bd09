import { defineRecipeRule } from './define.ts';

const MOST = 0.5;

export const scalesAlike = defineRecipeRule({
  id: 'scales-alike',
  about: 'recipe',
  technology: 'filament',
  title: 'X and Y are scaled alike, within reason',
  why: 'A large difference is a slip of the finger more often than a property of the plastic.',
  source: 'half a percent: common practice, no source',
  reads: ['scaleXPercent', 'scaleYPercent'],
  find: (r) =>
    Math.abs(r.number('scaleXPercent') - r.number('scaleYPercent')) <= MOST
      ? []
      : [
          {
            severity: 'note',
            title: 'X and Y are scaled differently',
            figure: `${r.number('scaleXPercent')} and ${r.number('scaleYPercent')} %`,
            limit: `${MOST} % apart`,
            origin: 'common practice',
            fix: `set both to ${r.number('scaleXPercent')} %, or prove them`,
            change: { values: { scaleYPercent: r.number('scaleXPercent') } },
          },
        ],
  examples: {
    passes: [{ says: 'a little apart', change: { values: { scaleXPercent: 100.4 } } }],
    fails: [{ says: 'far apart', change: { values: { scaleXPercent: 102 } } }],
  },
});
