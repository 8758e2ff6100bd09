import { FEWEST_STEPS } from '../../../../core/fitting/lastFine.ts';
import { formatFigure } from '../../../../core/units/format.ts';
import { numberOf } from '../../../library/settings/define.ts';
import { defineMotionTower } from '../motionTower.ts';

const BANDS = 8;
const LONGEST_S = 2;
const FROM = 1.4;
const STEP = 0.78;
const DIGITS = 2;

/** The rest before the light, shorter in every band upward. */
export const settling = defineMotionTower({
  key: 'settling',
  label: 'Settling',
  question: 'How long must the resin in {machine} rest before the light?',
  setting: 'pauseBeforeExposureS',
  help: 'Three columns on one plate; in every band upward the resin has less time to come to rest before the light. Where flanks show lines it was still moving. The shortest fine pause is kept; thick or cold resin, large layers and high accuracy want more.',
  axis: { label: 'pause', quantity: 'fineTime', lowest: 0.02, highest: 120, fewest: FEWEST_STEPS, most: 12 },
  motion: (m, value) => ({ ...m, pauseBeforeExposureS: value }),
  figure: (v) => `${formatFigure(v, 'time', DIGITS)} s`,
  column: 'pause_s',
  isRising: false,
  sentence: (limit, lines) =>
    lines === null ? `Flanks are fine down to ${limit}.` : `Flanks are fine down to ${limit} and not at ${lines}.`,
  bandsFor: (v) => {
    const now = numberOf(v, 'pauseBeforeExposureS') ?? 0;
    const from = FROM * (now > 0 ? now : LONGEST_S);
    return Array.from({ length: BANDS }, (_, i) => Number((from * STEP ** i).toFixed(DIGITS)));
  },
  takesS: (_, pauseS) => pauseS,
});
