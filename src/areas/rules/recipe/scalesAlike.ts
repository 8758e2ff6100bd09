import { defineRule } from '../define.ts';

const MOST = 0.5;

export const scalesAlike = defineRule({
  id: 'scales-alike',
  stage: 'before start',
  title: 'X and Y are scaled alike, within reason',
  why: 'A large difference is a slip of the finger more often than a property of the material.',
  source: 'half a percent: common practice, no source',
  recipe: {
    about: 'recipe',
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
  },
});
