import { formatFigure } from '../../../../core/units/format.ts';
import { defineMeshRule, type Found } from '../define.ts';
import { soundLay, soundMeshJob } from './sound.ts';

const SMALLEST_MM2 = 2;
const MOST = 5;
const CEILING_DEG = 85;
/** A bridge is told at the top of its layer, its ceiling at the bottom. */
const ABOVE_MM = 0.6;
const patch = (areaMm2: number) => ({ areaMm2, steepestDeg: 62, zMm: 12, xMm: 110, yMm: 110 });
const leaning = (areaMm2: number, supportMm2 = 0) => ({
  overhangs: [patch(areaMm2)],
  overhangMm2: areaMm2,
  overhangCount: 1,
  layers: [{ zMm: 0.2, areaMm2: 1200, perimeterMm: 160, islands: 1, floatingMm2: 0, thinMm2: 0, supportMm2 }],
});

export const overhangProven = defineMeshRule({
  id: 'overhang-proven',
  bites: 'body',
  title: 'Nothing leans further than is proven, unless it is supported',
  why: 'Beyond what this plastic bears on this machine, undersides droop and curl up into the nozzle.',
  source: 'Trial of overhangs; angles from the vertical',
  find: ({ overhangs, overhangCount, overhangLimitDeg, layers, bridges }, { sheet }) => {
    const proof = sheet.proofs['steepestOverhangDeg'];
    const isProven = proof !== undefined && proof.state !== 'sister';
    const supportFrom = sheet.recipe.lay?.supportAngleDeg ?? null;
    const hasSupport = layers.some((l) => l.supportMm2 > 0);
    const large = overhangs.filter((o) => o.areaMm2 >= SMALLEST_MM2);
    // what leans further than support begins stands on it
    // and a ceiling held at both ends is a bridge, with a rule of its own
    const bare = large.filter(
      (o) =>
        !(hasSupport && supportFrom !== null && o.steepestDeg > supportFrom) &&
        !(o.steepestDeg > CEILING_DEG && bridges.some((b) => Math.abs(b.zMm - o.zMm) < ABOVE_MM)),
    );
    const found: Found[] = bare.slice(0, MOST).map((o) => ({
      severity: isProven && proof.range.maxEnd === 'failedBeyond' ? 'blocker' : 'caution',
      title: isProven
        ? 'An underside leans further than is proven'
        : 'An underside leans, and no trial says how far it may',
      figure: `${formatFigure(o.steepestDeg, 'angle', 0)}° from the vertical (${formatFigure(90 - o.steepestDeg, 'angle', 0)}° from the plate), ${o.areaMm2.toFixed(1)} mm²`,
      limit: `${formatFigure(overhangLimitDeg, 'angle', 0)}°`,
      origin: isProven ? `proven by ${proof.trialName}` : 'common practice',
      fix: `support from ${formatFigure(overhangLimitDeg, 'angle', 0)}°, or turn the part so that it leans less`,
      zMm: o.zMm,
      place: { xMm: o.xMm, yMm: o.yMm },
      change: { values: { supportAngleDeg: Math.floor(overhangLimitDeg) } },
      ...(isProven && { trialId: proof.trialId }),
    }));
    if (bare.length > MOST)
      found.push({
        severity: 'note',
        title: 'More undersides lean too far',
        figure: `${overhangCount} in all`,
        limit: `${formatFigure(overhangLimitDeg, 'angle', 0)}°`,
        origin: isProven ? `proven by ${proof.trialName}` : 'common practice',
        fix: 'compare other ways to lay the part',
      });
    return found;
  },
  examples: {
    passes: [
      { says: 'nothing leans', input: soundMeshJob() },
      { says: 'a speck', input: soundMeshJob(leaning(0.5)) },
      {
        says: 'it stands on support',
        input: soundMeshJob(leaning(120, 200), { recipe: { lay: { ...soundLay, supportAngleDeg: 50 } } }),
      },
    ],
    fails: [
      { says: 'leans further than a trial bore', input: soundMeshJob(leaning(120)) },
      {
        says: 'support begins only beyond it',
        input: soundMeshJob(leaning(120, 200), { recipe: { lay: { ...soundLay, supportAngleDeg: 70 } } }),
      },
      { says: 'leans without evidence', input: soundMeshJob(leaning(120), { proofs: { steepestOverhangDeg: null } }) },
      {
        says: 'leans in many places',
        input: soundMeshJob({
          overhangs: Array.from({ length: 9 }, () => patch(30)),
          overhangCount: 9,
          overhangMm2: 270,
        }),
      },
    ],
  },
});
