import { CEILING_DEG, type OverhangRegion } from '../../../core/mesh/overhang.ts';
import { formatFigure } from '../../../core/units/format.ts';
import { defineRule, type Found } from '../define.ts';
import type { MeshReport } from '../meshReport.ts';

const SMALLEST_MM2 = 2;
const MOST = 5;
/** A bridge is told at the top of its layer, its ceiling at the bottom. */
const ABOVE_MM = 0.6;

/** Undersides that hang free, by what of them does: support takes what leans further, and a bridge its ceiling. */
export const bareOverhangs = ({
  overhangs,
  bridges,
}: Pick<MeshReport, 'overhangs' | 'bridges'>): readonly OverhangRegion[] =>
  overhangs
    .map((o) => {
      const isBridge = o.steepestDeg > CEILING_DEG && bridges.some((b) => Math.abs(b.zMm - o.zMm) < ABOVE_MM);
      return { ...o, ...(isBridge ? o.bareSlope : o.bare) };
    })
    .filter((o) => o.areaMm2 >= SMALLEST_MM2)
    .sort((a, b) => b.areaMm2 - a.areaMm2);

export const overhangProven = defineRule({
  id: 'overhang-proven',
  stage: 'body',
  title: 'Overhangs within what is proven, or supported',
  why: 'Beyond what this material bears on this machine, undersides droop and curl up into the nozzle.',
  source: 'Trial of overhangs; angles from the vertical',
  recipe: {
    about: 'recipe',
    reads: ['supportAngleDeg', 'steepestOverhangDeg'],
    find: (r) => {
      if (r.number('supportAngleDeg') <= r.number('steepestOverhangDeg')) return [];
      const proof = r.input.proofs['steepestOverhangDeg'];
      return [
        {
          severity: 'caution',
          title: 'Support begins too late',
          figure: `${r.show('supportAngleDeg')} from the vertical`,
          limit: r.show('steepestOverhangDeg'),
          origin: proof?.state === 'proven' ? `proven by ${proof.trialName}` : 'material',
          fix: `support from ${r.show('steepestOverhangDeg')}`,
          change: { values: { supportAngleDeg: r.number('steepestOverhangDeg') } },
        },
      ];
    },
  },
  mesh: {
    reads: ['bridges', 'overhangCount', 'overhangLimitDeg', 'overhangs'],
    find: ({ overhangs, overhangCount, overhangLimitDeg, bridges }, { context }) => {
      const proof = context.proofs['steepestOverhangDeg'];
      const isProven = proof !== undefined && proof.state !== 'sister';
      const bare = bareOverhangs({ overhangs, bridges });
      const found: Found[] = bare.slice(0, MOST).map((o) => ({
        severity: isProven && proof.range.maxEnd === 'failedBeyond' ? 'blocker' : 'caution',
        title: isProven ? 'Overhang angle above what is proven' : 'Overhang angle is not proven here',
        figure: `${formatFigure(o.steepestDeg, 'angle', 0)}° from the vertical (${formatFigure(90 - o.steepestDeg, 'angle', 0)}° from the plate), ${o.areaMm2.toFixed(1)} mm²`,
        limit: `${formatFigure(overhangLimitDeg, 'angle', 0)}°`,
        origin: isProven ? `proven by ${proof.trialName}` : 'common practice',
        fix: `support from ${formatFigure(overhangLimitDeg, 'angle', 0)}°, or compare build orientations`,
        zMm: o.zMm,
        place: { xMm: o.xMm, yMm: o.yMm },
        change: { values: { supportAngleDeg: Math.floor(overhangLimitDeg) } },
        ...(isProven ? { trialId: proof.trialId } : { isUnproven: true }),
      }));
      if (bare.length > MOST)
        found.push({
          severity: 'note',
          title: 'More overhangs beyond the limit',
          figure: `${overhangCount} in all`,
          limit: `${formatFigure(overhangLimitDeg, 'angle', 0)}°`,
          origin: isProven ? `proven by ${proof.trialName}` : 'common practice',
          fix: 'compare build orientations',
        });
      return found;
    },
  },
});
