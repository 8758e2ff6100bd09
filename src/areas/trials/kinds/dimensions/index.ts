import { fail, succeed } from '../../../../core/result/result.ts';
import type { CouponPath } from '../../../../core/toolpath/couponPath.ts';
import { formatFigure } from '../../../../core/units/format.ts';
import { generateCoupon, solidBox, solidDisc } from '../couponOf.ts';
import { defineKind, type Feature, type Proven, type ReadingOf, type Shape } from '../define.ts';
import { analyseDimensions, AXES, DIMENSIONS_METHOD, type Axis, type LengthReading } from './analysis.ts';
import { dimensionsTable } from './table.ts';

const LENGTHS_MM = [20, 40, 70] as const;
const HEIGHTS_MM = [5, 12, 24] as const;
const HOLES_MM = [6, 10, 16] as const;
const BAR_MM = 8;
const BAR_HEIGHT_MM = 6;
const PLATE_MM = 2;
/** Standard uncertainty of a calliper zeroed and checked on a gauge pin before the trial, mm. Common practice, no source. */
const CALLIPER_U_MM = 0.005;
/** Farm's tolerance round a proven scale, % and offset, mm. Common practice, no source. */
const SCALE_TOLERANCE = 0.15;
const OFFSET_TOLERANCE_MM = 0.05;

const length = (axis: Axis, feature: 'outer' | 'hole', nominal: number): Feature => ({
  key: `${axis} ${feature} ${nominal}`,
  label: `${axis.toUpperCase()} ${feature === 'hole' ? 'hole' : ''} ${nominal}`.replace('  ', ' '),
  quantity: 'length',
  range: [nominal * 0.7, nominal * 1.3],
  unit: 'mm',
  instrument: 'calliper 0.01 mm',
  resolution: 0.01,
  repeats: 2,
  how:
    feature === 'hole'
      ? `inside of the ${nominal} mm hole, jaws along ${axis.toUpperCase()}`
      : axis === 'z'
        ? `height of the ${nominal} mm step from the bed side`
        : `length of the ${nominal} mm bar`,
});
export const dimensionFeatures: readonly Feature[] = [
  ...(['x', 'y'] as const).flatMap((a) => [
    ...LENGTHS_MM.map((l) => length(a, 'outer', l)),
    ...HOLES_MM.map((h) => length(a, 'hole', h)),
  ]),
  ...HEIGHTS_MM.flatMap((h) => [length('z', 'outer', h)]),
];

/** What a feature of the coupon measures. */
export function lengthOf(key: string): { axis: Axis; feature: 'outer' | 'hole'; nominalMm: number } {
  const [axis, feature, nominal] = key.split(' ');
  return { axis: axis as Axis, feature: feature as 'outer', nominalMm: Number(nominal) };
}
/** Readings with what was drawn: a step is as high as its whole layers are. */
export const lengthsOf = (readings: readonly ReadingOf[], params: Readonly<Record<string, number>>): LengthReading[] =>
  readings.map((r) => {
    const l = lengthOf(r.feature);
    return { ...l, nominalMm: params[r.feature] ?? l.nominalMm, measuredMm: r.value };
  });

/** Bars of known length along X and Y, steps of known height, a plate with holes: several lengths tell scale from contour. */
export const dimensions = defineKind({
  key: 'dimensions',
  label: 'Dimensions',
  question: 'How true to size does {machine} print this material?',
  proves: ['scaleXPercent', 'scaleYPercent', 'scaleZPercent', 'contourOffsetMm'],
  after: ['flow'],
  validDays: 180,
  help: 'Bars, steps and holes of several lengths. A scale grows with length, a contour offset does not, and holes see it the other way round: so the two are told apart. Measure each length twice at different places.',
  axis: null,
  reading: 'bars and steps over the outside, holes across the inside, each twice at different places',
  wantedAt: (feature, c) => c.params[feature] ?? lengthOf(feature).nominalMm,
  features: dimensionFeatures,
  needs: ['layerHeightMm'],
  bandsFor: () => succeed([]),
  coupon: (s) => {
    const round = (h: number): number =>
      s.firstLayerHeightMm + Math.max(0, Math.round((h - s.firstLayerHeightMm) / s.layerHeightMm)) * s.layerHeightMm;
    const heights = HEIGHTS_MM.map(round);
    const topMm = heights[2]!; // whole layers: what is drawn is what can be printed
    const holeX = HOLES_MM.map((_, i) => -22 + i * 22);
    const size: readonly [number, number] = [100, 100];
    return generateCoupon(s, size, (p) => {
      const shapes: Shape[] = [];
      const bars = [
        ...LENGTHS_MM.map((l, i) => [-50 + l / 2, -46 + i * 11, l, BAR_MM] as const),
        ...LENGTHS_MM.map((l, i) => [26 + i * 10, -50 + l / 2, BAR_MM, l] as const),
      ];
      const plate = [-16, 36, 68, 22] as const;
      const stepX = [-46, -35, -24];
      const STEP_Y = 4;
      for (const [cx, cy, w, d] of bars)
        shapes.push({ view: 'plan', x: cx, y: cy, w, h: d, text: String(Math.max(w, d)) });
      shapes.push({ view: 'plan', x: plate[0], y: plate[1], w: plate[2], h: plate[3] });
      HOLES_MM.forEach((h, i) =>
        shapes.push({ view: 'plan', x: plate[0] + holeX[i]!, y: plate[1], w: h, h, round: true, text: String(h) }),
      );
      heights.forEach((h, i) =>
        shapes.push(
          { view: 'plan', x: stepX[i]!, y: STEP_Y, w: BAR_MM, h: BAR_MM },
          { view: 'elevation', x: stepX[i]!, y: 0, w: BAR_MM, h, text: formatFigure(h, 'length', 2) },
        ),
      );
      shapes.push({ view: 'elevation', x: 10, y: 0, w: 70, h: BAR_HEIGHT_MM });
      while (p.zMm < topMm - 1e-6) {
        p.layer();
        if (p.isFirst) p.skirt();
        const z = p.zMm;
        const top = (h: number): boolean => z > h - 3 * s.layerHeightMm;
        if (z <= BAR_HEIGHT_MM + 1e-6) for (const [cx, cy, w, d] of bars) p.block(cx, cy, w, d, top(BAR_HEIGHT_MM));
        heights.forEach((h, i) => {
          if (z <= h + 1e-6) p.block(stepX[i]!, STEP_Y, BAR_MM, BAR_MM, top(h));
        });
        if (z <= PLATE_MM + 1e-6) layPlate(p, plate, holeX);
      }
      const solids = [
        ...bars.map(([cx, cy, w, d]) => solidBox(cx, cy, w, d, BAR_HEIGHT_MM)),
        ...heights.map((h, i) => solidBox(stepX[i]!, STEP_Y, BAR_MM, BAR_MM, h)),
        solidBox(...plate, PLATE_MM),
        ...HOLES_MM.map((h, i) => solidDisc(plate[0] + holeX[i]!, plate[1], h, PLATE_MM, true)),
      ];
      return {
        bands: [],
        shapes,
        solids,
        params: Object.fromEntries(heights.map((h, i) => [`z outer ${HEIGHTS_MM[i]!}`, h])),
      };
    });
  },
  table: dimensionsTable,
  analyse: (readings, c) => {
    const fit = analyseDimensions(lengthsOf(readings, c.params), CALLIPER_U_MM);
    if (!fit.ok) return fit;
    const axes = AXES.flatMap((a) => (fit.value[a] ? [{ a, ...fit.value[a] }] : []));
    if (!fit.value.x || !fit.value.y)
      return fail({ code: 'tooFew', what: 'X and Y are both needed', todo: 'measure lengths along the other axis' });
    const proven: Proven[] = axes.map(({ a, scale, scaleInterval }) => {
      const key = `scale${a.toUpperCase()}Percent`;
      const before = c.values[key] ?? 100;
      const is = scaleInterval[0] > 1 || scaleInterval[1] < 1;
      const value = Number((is ? before * scale : before).toFixed(2));
      return {
        setting: key,
        value,
        interval: [before * scaleInterval[0], before * scaleInterval[1]],
        range: {
          min: Number((value - SCALE_TOLERANCE).toFixed(2)),
          max: Number((value + SCALE_TOLERANCE).toFixed(2)),
          minEnd: 'notTriedBeyond',
          maxEnd: 'notTriedBeyond',
        },
      };
    });
    const [x, y] = [fit.value.x, fit.value.y];
    const offset = (x.offsetMm + y.offsetMm) / 2;
    const half = Math.hypot(x.offsetInterval[1] - x.offsetInterval[0], y.offsetInterval[1] - y.offsetInterval[0]) / 4;
    const beforeOffset = c.values['contourOffsetMm'] ?? 0;
    const isOffset = Math.abs(offset) > half;
    const value = Number((isOffset ? beforeOffset + offset : beforeOffset).toFixed(3));
    proven.push({
      setting: 'contourOffsetMm',
      value,
      interval: [beforeOffset + offset - half, beforeOffset + offset + half],
      range: {
        min: Number((value - OFFSET_TOLERANCE_MM).toFixed(3)),
        max: Number((value + OFFSET_TOLERANCE_MM).toFixed(3)),
        minEnd: 'notTriedBeyond',
        maxEnd: 'notTriedBeyond',
      },
    });
    const changed = axes.filter(({ scaleInterval: [l, h] }) => l > 1 || h < 1);
    const apart =
      Math.abs(x.offsetMm - y.offsetMm) >
      Math.hypot(x.offsetInterval[1] - x.offsetInterval[0], y.offsetInterval[1] - y.offsetInterval[0]) / 2;
    return succeed({
      method: DIMENSIONS_METHOD,
      measurableChange: changed.length > 0 || isOffset,
      proven,
      sentence:
        changed.length === 0 && !isOffset
          ? 'No measurable change: parts come out true to size.'
          : [
              changed.length > 0 &&
                `Scale ${changed.map(({ a, scale }) => `${a.toUpperCase()} by ${(100 * scale).toFixed(2)} %`).join(', ')}`,
              isOffset && `move contours ${offset < 0 ? 'in' : 'out'} by ${Math.abs(offset).toFixed(3)} mm`,
            ]
              .filter(Boolean)
              .join('; ')
              .concat('.'),
      warnings: [
        ...(apart
          ? [
              'X and Y want different contour offsets: look for play or a loose belt on one axis. Their mean is proposed.',
            ]
          : []),
        ...axes.flatMap(({ a, holesMm, holesInterval }) =>
          holesInterval && (holesInterval[0] > 0 || holesInterval[1] < 0)
            ? [
                `Holes in ${a.toUpperCase()} come out ${formatFigure(Math.abs(holesMm!), 'length')} mm ${holesMm! < 0 ? 'narrower' : 'wider'} than the outsides explain: contours are moved as the outsides ask; draw holes that fit something by so much ${holesMm! < 0 ? 'wider' : 'narrower'}.`,
              ]
            : [],
        ),
      ],
      figures: axes.flatMap(
        ({ a, scale, scaleInterval, offsetMm, offsetInterval }) =>
          [
            [
              `${a.toUpperCase()} scale`,
              `${(100 * scale).toFixed(3)} % (${(100 * scaleInterval[0]).toFixed(3)} to ${(100 * scaleInterval[1]).toFixed(3)})`,
            ],
            ...(a === 'z'
              ? []
              : [
                  [
                    `${a.toUpperCase()} offset`,
                    `${formatFigure(offsetMm, 'length')} mm (${formatFigure(offsetInterval[0], 'length')} to ${formatFigure(offsetInterval[1], 'length')})`,
                  ] as const,
                ]),
          ] as (readonly [string, string])[],
      ),
      chart: {
        xLabel: 'drawn, mm',
        yLabel: 'read − drawn, mm',
        points: lengthsOf(readings, c.params).map((r) => ({
          x: r.nominalMm,
          y: r.measuredMm - r.nominalMm,
          series: `${r.axis.toUpperCase()} ${r.feature === 'hole' ? 'hole' : 'outside'}`,
        })),
        level: 0,
      },
    });
  },
});

/** A plate with round holes: walls outside, two lines round each hole, lines between left out where a hole is. */
function layPlate(
  p: CouponPath,
  [cx, cy, w, d]: readonly [number, number, number, number],
  holeX: readonly number[],
): void {
  p.box(cx, cy, w, d, 2, p.s.wallSpeedMmPerS);
  HOLES_MM.forEach((h, i) => p.round(cx + holeX[i]!, cy, h, 2, p.s.wallSpeedMmPerS, true));
  const inner = 4 * p.spacingMm;
  const left = cx - (w - inner) / 2;
  const right = cx + (w - inner) / 2;
  const rows = Math.floor((d - inner) / p.spacingMm);
  for (let k = 0; k <= rows; k++) {
    const y = cy - (d - inner) / 2 + k * p.spacingMm;
    const cuts: number[] = [left];
    HOLES_MM.forEach((h, i) => {
      const r = h / 2 + 2.5 * p.s.lineWidthMm;
      const off = Math.abs(y - cy);
      if (off < r) {
        const half = Math.sqrt(r * r - off * off);
        cuts.push(cx + holeX[i]! - half, cx + holeX[i]! + half);
      }
    });
    cuts.push(right);
    const spans = Array.from({ length: cuts.length / 2 }, (_, i) => [cuts[2 * i]!, cuts[2 * i + 1]!] as const).filter(
      ([a, b]) => b - a > 2 * p.s.lineWidthMm,
    );
    for (const [a, b] of k % 2 === 0 ? spans : spans.reverse().map(([x, y2]) => [y2, x] as const)) {
      p.travel(a, y);
      p.lineTo(b, y, p.s.fillSpeedMmPerS);
    }
  }
}
