import { defineMeshRule } from '../define.ts';
import { soundLay, soundMeshJob } from '../mesh/sound.ts';

const MOST_PERCENT = 25;

export const flexibleFill = defineMeshRule({
  id: 'flexible-fill',
  bites: 'body',
  title: 'What has to bend is not filled stiff',
  why: 'Fill decides how far a soft plastic gives.',
  source: '25 %: common practice, no source',
  find: (_, { sheet }) => {
    if (sheet.job.purpose !== 'flexible') return [];
    const { lay } = sheet.recipe;
    if (!lay) return { missing: 'the recipe lacks what a toolpath needs' };
    if (lay.infillPercent <= MOST_PERCENT) return [];
    return [
      {
        severity: 'caution',
        title: 'Filled so far, it will not bend',
        figure: `${lay.infillPercent} %`,
        limit: `${MOST_PERCENT} %`,
        origin: 'purpose: flexible',
        fix: `fill ${MOST_PERCENT} %`,
        change: { values: { infillPercent: MOST_PERCENT } },
      },
    ];
  },
  examples: {
    passes: [{ says: 'a fifth', input: soundMeshJob({}, { job: { purpose: 'flexible' } }) }],
    fails: [
      {
        says: 'half',
        input: soundMeshJob({}, { job: { purpose: 'flexible' }, recipe: { lay: { ...soundLay, infillPercent: 50 } } }),
      },
    ],
  },
});
