import { formatFigure } from '../../../../core/units/format.ts';
import { numberOf } from '../../../library/settings/define.ts';
import { FEWEST_STEPS } from '../../../../core/fitting/lastFine.ts';
import { defineMotionTower, liftS } from '../motionTower.ts';

const BANDS = 8;
const FROM = 0.7;
const STEP = 1.22;
const DIGITS = 2;

/** The peel, faster in every band upward. */
export const lift = defineMotionTower({
  key: 'lift',
  label: 'Lift',
  question: 'How fast may {machine} peel a layer off the film?',
  setting: 'liftFirstMmPerS',
  help: 'Three columns on one plate; in every band upward the plate rises faster while the layer peels. Where flanks show lines or a column tears off, the peel was too fast. The highest fine speed is kept; slower is never wrong, only slow.',
  axis: { label: 'peel', quantity: 'slowSpeed', lowest: 0.1, highest: 20, fewest: FEWEST_STEPS, most: 12 },
  motion: (m, value) => ({
    ...m,
    lift: m.lift.map((stage, i) => (i === 0 ? { ...stage, mmPerS: value } : stage)),
  }),
  figure: (v) => `${formatFigure(v, 'slowSpeed', DIGITS)} mm/s`,
  column: 'peel_mm_s',
  isRising: true,
  sentence: (limit, lines) =>
    lines === null ? `Flanks are fine up to ${limit}.` : `Flanks are fine up to ${limit} and not at ${lines}.`,
  bandsFor: (v, highest) => {
    const now = numberOf(v, 'liftFirstMmPerS')!;
    const top = Math.min(highest, numberOf(v, 'highestLiftMmPerS') ?? Infinity);
    return Array.from({ length: BANDS }, (_, i) => Number((now * FROM * STEP ** i).toFixed(DIGITS))).filter(
      (b) => b <= top,
    );
  },
  takesS: liftS,
});
