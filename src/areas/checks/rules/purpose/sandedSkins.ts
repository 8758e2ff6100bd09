import { defineMeshRule } from '../define.ts';
import { soundLay, soundMeshJob } from '../mesh/sound.ts';

const LEAST = 4;

export const sandedSkins = defineMeshRule({
  id: 'sanded-skins',
  bites: 'body',
  title: 'What is sanded has skin enough to sand',
  why: 'Sanding takes a layer or two away; under a thin skin the infill shows.',
  source: 'Four layers and three walls: common practice, no source',
  find: (_, { sheet }) => {
    if (sheet.job.purpose !== 'to be sanded') return [];
    const { lay } = sheet.recipe;
    if (!lay) return { missing: 'the recipe lacks what a toolpath needs' };
    const thin = [
      ...(lay.solidLayers < LEAST ? [`${lay.solidLayers} solid layers`] : []),
      ...(lay.walls < 3 ? [`${lay.walls} walls`] : []),
    ];
    if (thin.length === 0) return [];
    return [
      {
        severity: 'caution',
        title: 'There is little skin to sand',
        figure: thin.join(', '),
        limit: `${LEAST} solid layers, 3 walls`,
        origin: 'purpose: to be sanded',
        fix: `lay ${LEAST} solid layers and 3 walls`,
        change: { values: { solidLayers: Math.max(LEAST, lay.solidLayers), walls: Math.max(3, lay.walls) } },
      },
    ];
  },
  examples: {
    passes: [
      { says: 'four layers', input: soundMeshJob({}, { job: { purpose: 'to be sanded' } }) },
      { says: 'for looking at', input: soundMeshJob({}, { recipe: { lay: { ...soundLay, solidLayers: 2 } } }) },
    ],
    fails: [
      {
        says: 'two layers',
        input: soundMeshJob({}, { job: { purpose: 'to be sanded' }, recipe: { lay: { ...soundLay, solidLayers: 2 } } }),
      },
    ],
  },
});
