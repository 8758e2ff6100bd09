import { fail, succeed } from '../../../../core/result/result.ts';
import { beadAreaMm2 } from '../../../../core/toolpath/bead.ts';
import { numberOf } from '../../../library/settings/define.ts';
import { defineLadder, FEWEST_FOR_THRESHOLD } from '../ladder.ts';
import { layWaveTower, waves } from '../waveTower.ts';

const BANDS = 8;
const FROM = 0.5;
const TO = 2.2;
const MELT_SHARE = 0.95;

/** The same tower with faster walls in every band upward, never faster than the plastic melts. */
export const wallSpeed = defineLadder({
  key: 'wall-speed',
  label: 'Wall speed',
  question: 'How fast may {machine} draw a visible wall?',
  setting: 'highestWallSpeedMmPerS',
  after: ['highest-flow', 'acceleration'],
  validDays: 365,
  help: 'A long narrow tower; the outside wall is drawn faster in every band upward, always below the melt rate. The waves on the long face are measured with a dial gauge; four fifths of the highest fine band are kept.',
  axis: { label: 'wall speed', quantity: 'speed', lowest: 2, highest: 600, fewest: FEWEST_FOR_THRESHOLD, most: 12 },
  reading: 'run a dial gauge along the long face of each band, just after the corner',
  feature: waves,
  accepted: { label: 'waves accepted, mm', choices: [0.03, 0.05, 0.08, 0.12], default: 0.05 },
  keeps: 'highest fine band',
  share: 0.8,
  step: 1,
  columns: ['speed_mm_s', 'waves_mm'],
  sentence: '{limit} leaves no more than {accepted} mm of waves.',
  holds: (c) => `Holds at ${c.values['accelerationMmPerS2'] ?? '?'} mm/s², the acceleration it was printed with.`,
  needs: ['accelerationMmPerS2'],
  bandsFor: (v) => {
    const now = numberOf(v, 'visibleWallSpeedMmPerS')!;
    const w = numberOf(v, 'lineWidthMm')!;
    const h = numberOf(v, 'layerHeightMm')!;
    const melts = Math.min(
      numberOf(v, 'catalogueFlowMm3PerS') ?? Infinity,
      numberOf(v, 'highestFlowMm3PerS') ?? Infinity,
    );
    const top = Math.min(
      now * TO,
      numberOf(v, 'maxFeedXMmPerS') ?? Infinity,
      (MELT_SHARE * melts) / (beadAreaMm2(w, h) * (numberOf(v, 'flow') ?? 1)),
    );
    const from = Math.min(now, top) * FROM;
    const bands = Array.from({ length: BANDS }, (_, i) => Math.floor(from + ((top - from) * i) / (BANDS - 1)));
    return new Set(bands).size === BANDS
      ? succeed(bands)
      : fail({
          code: 'noRoom',
          what: `Up to ${top.toFixed(0)} mm/s there is no room for ${BANDS} bands`,
          todo: 'the melt rate is the limit here: prove the highest flow',
        });
  },
  coupon: (s, bands) =>
    layWaveTower(
      s,
      bands,
      (v) => String(Math.round(v)),
      () => undefined,
      (v) => v,
    ),
});
