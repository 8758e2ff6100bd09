import { fail, succeed } from '../../../../core/result/result.ts';
import { numberOf } from '../../../library/settings/define.ts';
import { defineLadder, FEWEST_FOR_THRESHOLD } from '../ladder.ts';
import { layWaveTower, waves } from '../waveTower.ts';

const BANDS = 8;
const FROM = 0.4;
const TO = 2;
const STEP = 50;
const HIGHEST = 3000; // the axes’ own limit where a profile states none: common practice, no source

/** A narrow tower filled to and fro, harder starts and stops in every band upward. */
export const acceleration = defineLadder({
  key: 'acceleration',
  label: 'Acceleration',
  colouredBy: { key: 'mmPerS2', label: 'acceleration', quantity: 'acceleration' },
  question: 'How hard may {machine} start and stop?',
  setting: 'accelerationMmPerS2',
  after: ['flow'],
  validDays: 365,
  help: 'A long narrow tower, filled to and fro; every band upward starts and stops harder. The waves a corner leaves on the long face are measured with a dial gauge. Four fifths of the highest fine band are kept, for heavier parts and worn belts.',
  axis: {
    label: 'acceleration',
    quantity: 'acceleration',
    lowest: 50,
    highest: 20_000,
    fewest: FEWEST_FOR_THRESHOLD,
    most: 12,
  },
  reading: 'run a dial gauge along the long face of each band, just after the corner',
  feature: waves,
  accepted: { label: 'waves accepted, mm', choices: [0.03, 0.05, 0.08, 0.12], default: 0.05 },
  keeps: 'highest fine band',
  share: 0.8,
  step: 10,
  columns: ['acceleration_mm_s2', 'waves_mm'],
  sentence: '{limit} leaves no more than {accepted} mm of waves.',
  holds: (c) =>
    `Holds at the ${c.values['visibleWallSpeedMmPerS'] ?? '?'} mm/s it was printed with: faster walls ring sooner.`,
  needs: ['accelerationMmPerS2'],
  bandsFor: (v) => {
    const now = numberOf(v, 'accelerationMmPerS2');
    if (now === null)
      return fail({
        code: 'noValue',
        what: 'There is no acceleration to start from',
        todo: 'set one in the printer profile',
      });
    const top = Math.min(HIGHEST, now * TO);
    const bands = Array.from(
      { length: BANDS },
      (_, i) => Math.round((now * FROM + ((top - now * FROM) * i) / (BANDS - 1)) / STEP) * STEP,
    );
    return new Set(bands).size === BANDS
      ? succeed(bands)
      : fail({
          code: 'noRoom',
          what: `Between ${Math.round(now * FROM)} and ${top} mm/s² there is no room for ${BANDS} bands`,
          todo: 'look at the acceleration in the printer profile',
        });
  },
  coupon: (s, bands) =>
    layWaveTower(
      s,
      bands,
      (v) => String(Math.round(v / 100)),
      (p, v) => p.acceleration(v),
      () => s.wallSpeedMmPerS,
    ),
});
