import { fail, succeed, type Result } from '../../../../core/result/result.ts';
import type { CouponSettings } from '../../../../core/toolpath/couponSettings.ts';
import { formatFigure } from '../../../../core/units/format.ts';
import { generateCoupon } from '../couponOf.ts';
import { defineKind, type Coupon, type Feature, type ReadingOf, type Shape } from '../define.ts';
import { analyseFirstLayer, FIRST_LAYER_METHOD, type Patch } from './analysis.ts';
import { firstLayerTable } from './table.ts';

const PATCH_MM = 16;
const SHARES = [0.8, 0.7, 0.6, 0.5, 0.4, 0.3] as const;
/** Lean across the measured places beyond which nothing is stored; height tolerance either side. Common practice, no source. */
const LEVEL_FIRST_MM = 0.12;
const TOLERANCE_MM = 0.03;
/** Standard uncertainty of a micrometer zeroed before the trial, mm. Common practice, no source. */
const MICROMETER_U_MM = 0.005;
const places = (count: number): (readonly [number, number])[] =>
  count === 5
    ? [
        [0, 0],
        [-1, -1],
        [1, -1],
        [-1, 1],
        [1, 1],
      ]
    : [-1, 0, 1].flatMap((y) => [-1, 0, 1].map((x) => [x, y] as const));
const thickness = (place: number): Feature => ({
  key: `place ${place}`,
  label: `place ${place}`,
  quantity: 'length',
  range: [0.01, 2],
  unit: 'mm',
  instrument: 'micrometer 0.01 mm',
  resolution: 0.01,
  repeats: 2,
  how: `thickness of patch ${place}`,
  ...(place > 5 && { isOptional: true }),
});
const lifted = (place: number): Feature => ({
  key: `corners ${place}`,
  label: `lifted at ${place}`,
  quantity: 'count',
  range: [0, 4],
  unit: '',
  instrument: 'eye',
  resolution: 1,
  repeats: 1,
  how: `corners of patch ${place} that have come up`,
  isOptional: true,
  look: 'corners',
});
const features = [
  ...Array.from({ length: 9 }, (_, i) => thickness(i + 1)),
  ...Array.from({ length: 9 }, (_, i) => lifted(i + 1)),
];

const patchesOf = (readings: readonly ReadingOf[], params: Readonly<Record<string, number>>): Patch[] =>
  readings.flatMap((r) => {
    const n = r.feature.startsWith('place ') ? Number(r.feature.slice(6)) : 0;
    const xMm = params[`x ${n}`];
    const yMm = params[`y ${n}`];
    return xMm === undefined || yMm === undefined ? [] : [{ xMm, yMm, thicknessMm: r.value }];
  });

/** Patches of one layer at five or nine places of the bed, taken off and measured. */
export const firstLayer = defineKind({
  key: 'first-layer',
  label: 'First layer',
  question: 'Is {machine} level, and at the right height?',
  proves: ['zOffsetMm'],
  after: [],
  validDays: 60,
  help: 'Solid patches one layer high, spread over the bed. Their thickness shows height and tilt of the bed at once: level first, then set the height, before any other trial.',
  axis: null,
  again: 'reading',
  reading: 'take off each patch and measure its thickness twice; say how many corners had come up',
  wantedAt: (feature, c) => (feature.startsWith('place ') ? c.params['wantedMm']! : 0),
  features,
  options: [{ key: 'places', label: 'places', choices: [5, 9], default: 9 }],
  needs: ['firstLayerHeightMm'],
  bandsFor: () => succeed([]),
  coupon: (s, _bands, options) => {
    let made: Result<Coupon> = fail({ code: 'noRoom', what: 'No room' });
    for (const share of SHARES) {
      made = layPatches(s, share, options['places'] === 5 ? 5 : 9);
      if (made.ok || made.failure.code !== 'noRoom') break;
    }
    return made;
  },
  table: firstLayerTable,
  analyse: (readings, c) => {
    const wanted = c.params['wantedMm'] ?? c.values['firstLayerHeightMm']!;
    const fit = analyseFirstLayer(patchesOf(readings, c.params), wanted, MICROMETER_U_MM);
    if (!fit.ok) return fit;
    const f = fit.value;
    const before = c.values['zOffsetMm'] ?? 0;
    const isLean = f.leanMm > LEVEL_FIRST_MM;
    const isChange = f.offsetInterval[0] > 0 || f.offsetInterval[1] < 0;
    const value = Number((isChange ? before + f.offsetMm : before).toFixed(3));
    const up = readings.filter((r) => r.feature.startsWith('corners ') && r.value > 0);
    const mm = (v: number): string => `${formatFigure(v, 'length')} mm`;
    const side = (tilt: number, more: string, less: string): string =>
      `${more} side ${tilt > 0 ? 'up' : 'down'} or ${less} ${tilt > 0 ? 'down' : 'up'}`;
    return succeed({
      method: FIRST_LAYER_METHOD,
      measurableChange: isChange || isLean,
      proven: isLean
        ? []
        : [
            {
              setting: 'zOffsetMm',
              value,
              interval: [before + f.offsetInterval[0], before + f.offsetInterval[1]],
              range: {
                min: Number((value - TOLERANCE_MM).toFixed(3)),
                max: Number((value + TOLERANCE_MM).toFixed(3)),
                minEnd: 'notTriedBeyond',
                maxEnd: 'notTriedBeyond',
              },
            },
          ],
      sentence: isLean
        ? `Level first: the bed tilts by ${mm(f.leanMm)} across the patches (X ${formatFigure(f.tiltX, 'length')}, Y ${formatFigure(f.tiltY, 'length')} mm per 100 mm). ${Math.abs(f.tiltX) >= Math.abs(f.tiltY) ? side(f.tiltX, 'Right', 'left') : side(f.tiltY, 'Back', 'front')}, then print this again.`
        : isChange
          ? `${f.offsetMm > 0 ? 'Raise' : 'Lower'} the nozzle by ${mm(Math.abs(f.offsetMm))}: the height offset becomes ${mm(value)}.`
          : `No measurable change: the first layer is ${mm(wanted)} high within what these readings can tell.`,
      warnings: [
        ...(up.length > 0
          ? [
              `Corners had come up at ${up.map((r) => `place ${r.feature.slice(8)}`).join(', ')}: clean the bed and check its temperature there.`,
            ]
          : []),
        ...(f.flatnessMm > LEVEL_FIRST_MM ? [`Even levelled the bed is ${mm(f.flatnessMm)} out of flat.`] : []),
      ],
      figures: [
        [
          'height',
          `${formatFigure(f.offsetMm, 'length')} mm (${formatFigure(f.offsetInterval[0], 'length')} to ${formatFigure(f.offsetInterval[1], 'length')})`,
        ],
        [
          'tilt X per 100 mm',
          `${mm(f.tiltX)} (${formatFigure(f.tiltXInterval[0], 'length')} to ${formatFigure(f.tiltXInterval[1], 'length')})`,
        ],
        [
          'tilt Y per 100 mm',
          `${mm(f.tiltY)} (${formatFigure(f.tiltYInterval[0], 'length')} to ${formatFigure(f.tiltYInterval[1], 'length')})`,
        ],
        ['flatness', mm(f.flatnessMm)],
        ['offset before', mm(before)],
      ],
      chart: {
        xLabel: 'place',
        yLabel: 'thickness, mm',
        points: readings
          .filter((r) => r.feature.startsWith('place '))
          .map((r) => ({ x: Number(r.feature.slice(6)), y: r.value, series: r.feature })),
        level: wanted,
      },
    });
  },
});

function layPatches(s: CouponSettings, share: number, count: 5 | 9): Result<Coupon> {
  const [w, d] = [s.travelMm[0] * share, s.travelMm[1] * share].map((v) => Math.floor(v)) as [number, number];
  if (Math.min(w, d) < 3 * PATCH_MM)
    return fail({
      code: 'noRoom',
      what: `Patches across ${w} × ${d} mm would touch`,
      todo: 'clear the zones of the printer profile',
    });
  return generateCoupon({ ...s, layerHeightMm: s.firstLayerHeightMm }, [w, d], (p) => {
    p.layer();
    p.skirt();
    const [cx, cy] = p.centreMm;
    const at = places(count).map(([x, y]) => [(x * (w - PATCH_MM)) / 2, (y * (d - PATCH_MM)) / 2] as const);
    at.forEach(([x, y], i) => {
      p.zigzag(x, y, PATCH_MM, PATCH_MM, s.firstLayerSpeedMmPerS, i % 2 === 0);
      p.flatLabel(x - 1.5, y + (y > 0 ? -PATCH_MM / 2 - 7 : PATCH_MM / 2 + 2), String(i + 1), 5);
    });
    const shapes: Shape[] = at.flatMap(([x, y], i): Shape[] => [
      { view: 'plan', x, y, w: PATCH_MM, h: PATCH_MM, text: String(i + 1) },
    ]);
    shapes.push({ view: 'elevation', x: 0, y: 0, w, h: Math.max(0.6, s.firstLayerHeightMm) });
    return {
      bands: [],
      shapes,
      params: {
        wantedMm: s.firstLayerHeightMm,
        ...Object.fromEntries(
          at.flatMap(([x, y], i) => [
            [`x ${i + 1}`, cx + x - s.travelMm[0] / 2],
            [`y ${i + 1}`, cy + y - s.travelMm[1] / 2],
          ]),
        ),
      },
    };
  });
}
