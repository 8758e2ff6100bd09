import { formatFigure } from '../../../../core/units/format.ts';
import { defineMeshRule } from '../define.ts';
import { soundLay, soundMeshJob } from '../mesh/sound.ts';

const COARSE = 0.6; // of the bore

export const throwAway = defineMeshRule({
  id: 'throw-away-coarse',
  bites: 'body',
  title: 'What is thrown away is made fast',
  why: 'A trial piece that only shows whether something fits needs neither fine layers nor much fill.',
  source: '0.6 of the bore, 15 % fill: common practice, no source',
  find: (_, { sheet }) => {
    if (sheet.job.purpose !== 'throw-away fit') return [];
    const { lay, tool } = sheet.recipe;
    if (!lay) return { missing: 'the recipe lacks what a toolpath needs' };
    const coarse = Math.round(tool.nozzleMm * COARSE * 100) / 100;
    if (lay.layerHeightMm >= coarse - 0.05 && lay.infillPercent <= 15) return [];
    return [
      {
        severity: 'note',
        title: 'It is made finer than a trial piece needs',
        figure: `layers of ${formatFigure(lay.layerHeightMm, 'length', 2)} mm, ${lay.infillPercent} % fill`,
        limit: `${formatFigure(coarse, 'length', 2)} mm, 15 %`,
        origin: 'purpose: throw-away fit',
        fix: `fill 15 %, and a process with layers of ${formatFigure(coarse, 'length', 2)} mm if its flow is proven`,
        change: { values: { infillPercent: Math.min(15, lay.infillPercent) } },
      },
    ];
  },
  examples: {
    passes: [
      {
        says: 'coarse',
        input: soundMeshJob(
          {},
          {
            job: { purpose: 'throw-away fit' },
            recipe: { lay: { ...soundLay, layerHeightMm: 0.24, infillPercent: 10 } },
          },
        ),
      },
    ],
    fails: [{ says: 'fine', input: soundMeshJob({}, { job: { purpose: 'throw-away fit' } }) }],
  },
});
