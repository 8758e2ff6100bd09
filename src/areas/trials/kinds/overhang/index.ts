import { succeed } from '../../../../core/result/result.ts';
import { formatFigure } from '../../../../core/units/format.ts';
import { generateCoupon, solidBox } from '../couponOf.ts';
import type { Band, Shape } from '../define.ts';
import { defineLadder, FEWEST_FOR_THRESHOLD } from '../ladder.ts';

const ANGLES = [25, 32, 39, 46, 53, 60, 67, 74] as const;
const HEIGHT_MM = 8;
const WIDTH_MM = 10;
const THICK_MM = 6;
const BETWEEN_MM = 2;

/** Blocks that lean further and further, side by side. */
export const overhang = defineLadder({
  key: 'overhang',
  label: 'Overhang',
  question: 'How far may a wall overhang on {machine} before it droops?',
  setting: 'steepestOverhangDeg',
  after: ['temperature', 'flow', 'layer-time'],
  validDays: 365,
  help: 'Blocks side by side, each leaning further from the vertical. How far the lower edge hangs below its own line is measured with a calliper; up to the lean whose droop is surely acceptable no support is needed.',
  axis: {
    label: 'overhang angle from the vertical',
    quantity: 'angle',
    lowest: 5,
    highest: 85,
    fewest: FEWEST_FOR_THRESHOLD,
    most: 10,
  },
  reading: 'measure how far the lower edge of each leaning face hangs below its line',
  feature: {
    key: 'droopMm',
    label: 'droop',
    quantity: 'length',
    range: [0, 10],
    unit: 'mm',
    instrument: 'calliper 0.01 mm',
    resolution: 0.01,
    repeats: 2,
    how: 'thickness across the leaning face at its lowest edge, less that at its upper edge',
    look: 'droop',
  },
  accepted: { label: 'droop accepted, mm', choices: [0.1, 0.2, 0.3, 0.5], default: 0.3 },
  keeps: 'sure end',
  share: 1,
  step: 1,
  columns: ['lean_deg', 'droop_mm'],
  sentence: 'Up to {limit} from the vertical a wall surely droops no more than {accepted} mm.',
  holds: (c) => `Holds at ${c.values['layerHeightMm'] ?? '?'} mm layers and ${c.values['fanPercent'] ?? 0} % fan.`,
  needs: ['steepestOverhangDeg'],
  bandsFor: () => succeed([...ANGLES]),
  coupon: (s, bands) => {
    const width = bands.length * (WIDTH_MM + BETWEEN_MM) - BETWEEN_MM;
    const reach = Math.tan((Math.max(...bands) * Math.PI) / 180) * HEIGHT_MM;
    const depth = THICK_MM + reach;
    const x = (i: number): number => -width / 2 + WIDTH_MM / 2 + i * (WIDTH_MM + BETWEEN_MM);
    return generateCoupon(s, [width, depth + 2], (p) => {
      const back = -depth / 2 + THICK_MM / 2;
      while (p.zMm < HEIGHT_MM - 1e-6) {
        p.layer();
        if (p.isFirst) p.skirt();
        const z = p.zMm;
        bands.forEach((angle, i) => {
          const y = back + Math.tan((angle * Math.PI) / 180) * (z - s.firstLayerHeightMm);
          p.zigzag(x(i), y, WIDTH_MM - 4 * p.spacingMm, THICK_MM - 4 * p.spacingMm, s.fillSpeedMmPerS, true, 0.4);
          p.box(x(i), y, WIDTH_MM, THICK_MM, 2, s.wallSpeedMmPerS);
        });
      }
      const laid: Band[] = bands.map((value) => ({ value, fromMm: 0, toMm: 0 }));
      const shapes: Shape[] = bands.flatMap((value, i): Shape[] => {
        const lean = Math.tan((value * Math.PI) / 180) * HEIGHT_MM;
        return [
          {
            view: 'plan',
            x: x(i),
            y: back + lean / 2,
            w: WIDTH_MM,
            h: THICK_MM + lean,
            band: i + 1,
            text: `${formatFigure(value, 'angle')}°`,
          },
          {
            view: 'elevation',
            x: x(i),
            y: 0,
            w: WIDTH_MM,
            h: HEIGHT_MM,
            band: i + 1,
            text: `${formatFigure(value, 'angle')}°`,
          },
        ];
      });
      const solids = bands.map((value, i) => {
        const y = back + Math.tan((value * Math.PI) / 180) * HEIGHT_MM;
        return solidBox(x(i), back, WIDTH_MM, THICK_MM, HEIGHT_MM, { top: { x: x(i), y, w: WIDTH_MM, d: THICK_MM } });
      });
      return { bands: laid, shapes, solids };
    });
  },
});
