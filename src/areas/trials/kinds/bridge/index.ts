import { fail, succeed } from '../../../../core/result/result.ts';
import { formatFigure } from '../../../../core/units/format.ts';
import { numberOf } from '../../../library/settings/define.ts';
import { generateCoupon, solidBox } from '../couponOf.ts';
import type { Band, Shape } from '../define.ts';
import { defineLadder, FEWEST_FOR_THRESHOLD } from '../ladder.ts';

const SHARES = [0.35, 0.6, 0.85, 1.1, 1.4, 1.7, 2] as const;
const SHORTEST_MM = 6;
const PILLAR_MM = 6;
const DEPTH_MM = 6;
const BETWEEN_MM = 4;
const CLEAR_MM = 6;
const DECK_LAYERS = 2;

/** Bridges of growing span, one behind the other. */
export const bridge = defineLadder({
  key: 'bridge',
  label: 'Bridge',
  question: 'How far can {machine} span open air?',
  setting: 'longestBridgeMm',
  after: ['temperature', 'flow', 'layer-time'],
  validDays: 365,
  help: 'Pairs of pillars ever further apart, joined by two layers of lines across the gap. How far the middle hangs is measured with a calliper; the longest span that surely hangs no more than accepted is kept.',
  axis: { label: 'span', quantity: 'length', lowest: 3, highest: 150, fewest: FEWEST_FOR_THRESHOLD, most: 9 },
  reading: 'measure how far the middle of each bridge hangs below its ends',
  feature: {
    key: 'sagMm',
    label: 'sag',
    quantity: 'length',
    range: [0, 20],
    unit: 'mm',
    instrument: 'calliper 0.01 mm',
    resolution: 0.01,
    repeats: 2,
    how: 'height under the ends less height under the middle',
    look: 'sag',
  },
  accepted: { label: 'sag accepted, mm', choices: [0.3, 0.5, 0.8, 1.2], default: 0.5 },
  keeps: 'sure end',
  share: 1,
  step: 0.5,
  columns: ['span_mm', 'sag_mm'],
  sentence: 'A bridge of {limit} surely hangs no more than {accepted} mm.',
  holds: (c) => `Holds at ${c.values['nozzleC'] ?? '?'} °C and ${c.values['fanPercent'] ?? 0} % fan.`,
  needs: ['longestBridgeMm'],
  bandsFor: (v) => {
    const room = Math.min(numberOf(v, 'travelXMm')! * 0.8 - 2 * PILLAR_MM, 150);
    const now = Math.max(SHORTEST_MM / SHARES[0], numberOf(v, 'longestBridgeMm')!);
    const bands = SHARES.map((share) => Math.round(now * share)).filter((s) => s <= room);
    return bands.length >= FEWEST_FOR_THRESHOLD
      ? succeed(bands)
      : fail({ code: 'noRoom', what: 'The bed is too short for five spans', todo: 'give bands of your own' });
  },
  coupon: (s, bands) => {
    const longest = Math.max(...bands);
    const depth = bands.length * (DEPTH_MM + BETWEEN_MM) - BETWEEN_MM;
    const y = (i: number): number => -depth / 2 + DEPTH_MM / 2 + i * (DEPTH_MM + BETWEEN_MM);
    return generateCoupon(s, [longest + 2 * PILLAR_MM, depth], (p) => {
      while (p.zMm < CLEAR_MM - 1e-6) {
        p.layer();
        if (p.isFirst) p.skirt();
        bands.forEach((span, i) => {
          for (const side of [-1, 1])
            p.block((side * (span + PILLAR_MM)) / 2, y(i), PILLAR_MM, DEPTH_MM, p.zMm > CLEAR_MM - 3 * s.layerHeightMm);
        });
      }
      for (let k = 0; k < DECK_LAYERS; k++) {
        p.layer();
        bands.forEach((span, i) =>
          p.zigzag(0, y(i), span + 2 * PILLAR_MM, DEPTH_MM, k === 0 ? s.bridgeSpeedMmPerS : s.fillSpeedMmPerS),
        );
      }
      const laid: Band[] = bands.map((value) => ({
        value,
        fromMm: p.zMm - DECK_LAYERS * s.layerHeightMm,
        toMm: p.zMm - DECK_LAYERS * s.layerHeightMm,
      }));
      const shapes: Shape[] = bands.flatMap((value, i): Shape[] => [
        {
          view: 'plan',
          x: 0,
          y: y(i),
          w: value + 2 * PILLAR_MM,
          h: DEPTH_MM,
          band: i + 1,
          text: `${formatFigure(value, 'length', 1)} mm`,
        },
      ]);
      shapes.push(
        { view: 'elevation', x: -(longest + PILLAR_MM) / 2, y: 0, w: PILLAR_MM, h: CLEAR_MM },
        { view: 'elevation', x: (longest + PILLAR_MM) / 2, y: 0, w: PILLAR_MM, h: CLEAR_MM },
        {
          view: 'elevation',
          x: 0,
          y: CLEAR_MM,
          w: longest + 2 * PILLAR_MM,
          h: DECK_LAYERS * s.layerHeightMm,
          text: `up to ${longest} mm`,
        },
      );
      const solids = bands.flatMap((span, i) => [
        ...[-1, 1].map((side) => solidBox((side * (span + PILLAR_MM)) / 2, y(i), PILLAR_MM, DEPTH_MM, CLEAR_MM)),
        solidBox(0, y(i), span + 2 * PILLAR_MM, DEPTH_MM, p.zMm, { fromMm: CLEAR_MM }),
      ]);
      return { bands: laid, shapes, solids };
    });
  },
});
