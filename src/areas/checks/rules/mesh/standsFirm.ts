import { formatFigure } from '../../../../core/units/format.ts';
import { defineMeshRule, type Found } from '../define.ts';
import { soundMeshJob } from './sound.ts';

/** Lean at which a part as it stands would fall; below it a knock of the nozzle is enough. Common practice, no source. */
const LEAST_TIP_DEG = 8;

export const standsFirm = defineMeshRule({
  id: 'stands-firm',
  bites: 'body',
  title: 'The part stands on its foot',
  why: 'A tall part on a small foot is knocked over, or falls when its weight moves beyond the foot.',
  source:
    'Statics: centre of gravity against the hull of the first layer; the least angle is common practice, no source',
  find: ({ centreMm, standsInsideMm: onFoot, contactMm2 }, { sheet }) => {
    // a brim widens the foot all round
    const standsInsideMm = onFoot === null ? null : onFoot + (sheet.recipe.lay?.brimMm ?? 0);
    if (!centreMm || standsInsideMm === null)
      return { missing: 'the part is not closed, so it has no centre of gravity' };
    const tip = (Math.atan2(standsInsideMm, centreMm[2]) * 180) / Math.PI;
    const found: Found[] = [];
    if (standsInsideMm <= 0)
      found.push({
        severity: 'caution',
        title: 'The part would fall over as it stands',
        figure: `its weight lies ${formatFigure(-standsInsideMm, 'length', 1)} mm outside its foot`,
        limit: '0 mm',
        origin: 'statics',
        fix: 'give it a brim or support, or rest it on another face',
        change: { values: { brimMm: 5 } },
        zMm: centreMm[2],
        place: { xMm: centreMm[0], yMm: centreMm[1] },
      });
    else if (tip < LEAST_TIP_DEG)
      found.push({
        severity: 'caution',
        title: 'The part stands on a small foot',
        figure: `tips over at ${formatFigure(tip, 'angle', 1)}°, on ${contactMm2.toFixed(0)} mm²`,
        limit: `${LEAST_TIP_DEG}°`,
        origin: 'common practice',
        fix: 'give it a brim, or rest it on another face',
        change: { values: { brimMm: 5 } },
        zMm: centreMm[2],
      });
    return found;
  },
  examples: {
    passes: [{ says: 'a block', input: soundMeshJob() }],
    fails: [
      { says: 'a needle', input: soundMeshJob({ centreMm: [110, 110, 80], standsInsideMm: 2 }) },
      { says: 'leans beyond its foot', input: soundMeshJob({ centreMm: [110, 110, 20], standsInsideMm: -3 }) },
    ],
  },
});
