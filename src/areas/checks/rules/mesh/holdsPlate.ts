import { formatFigure } from '../../../../core/units/format.ts';
import { defineMeshRule } from '../define.ts';
import { soundMeshJob } from './sound.ts';

/** Height of part above each mm of the root of its contact from which a knock takes it off. Common practice, no source. */
const MOST_RATIO = 5;

export const holdsPlate = defineMeshRule({
  id: 'holds-plate',
  bites: 'body',
  title: 'It holds on to the plate as high as it grows',
  why: 'The lever of a tall part pulls its foot off the plate long before it would tip.',
  source: 'Height ÷ root of the contact area; 5 is common practice, no source',
  find: ({ contactMm2, maxMm, minMm }, { sheet }) => {
    const height = maxMm[2] - minMm[2];
    if (contactMm2 <= 0) return { missing: 'nothing touches the plate' };
    const ratio = height / Math.sqrt(contactMm2);
    if (ratio <= MOST_RATIO || (sheet.recipe.lay?.brimMm ?? 0) > 0) return [];
    return [
      {
        severity: 'caution',
        title: 'It is tall for what it holds on by',
        figure: `${formatFigure(height, 'length', 0)} mm on ${contactMm2.toFixed(0)} mm²`,
        limit: `${formatFigure(MOST_RATIO * Math.sqrt(contactMm2), 'length', 0)} mm`,
        origin: 'common practice',
        fix: 'give it a brim of 5 mm, or rest it on a larger face',
        zMm: 0,
        change: { values: { brimMm: 5 } },
      },
    ];
  },
  examples: {
    passes: [{ says: 'a block', input: soundMeshJob() }],
    fails: [{ says: 'a lamp post', input: soundMeshJob({ contactMm2: 60, maxMm: [130, 130, 90] }) }],
  },
});
