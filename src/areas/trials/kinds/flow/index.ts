import { findOutlier } from '../../../../core/fitting/grubbs.ts';
import { succeed } from '../../../../core/result/result.ts';
import { beadSpacingMm } from '../../../../core/toolpath/bead.ts';
import { generateCoupon, solidBox } from '../couponOf.ts';
import { defineKind, type Conditions, type Feature } from '../define.ts';
import { analyseFlow, FLOW_METHOD } from './analysis.ts';
import { flowTable } from './table.ts';

export const SIDES = ['front', 'right', 'back', 'left'] as const;
const SIDE_MM = 40;
const HEIGHT_MM = 6;
/** Standard uncertainty of a calliper zeroed and checked on a gauge pin before the trial, mm. Common practice, no source. */
export const CALLIPER_U_MM = 0.005;
export const CALLIPER_RESOLUTION_MM = 0.01;
/** The farm's tolerance round a proven flow: the allowed range does not narrow with more readings. Common practice, no source. */
export const FLOW_TOLERANCE = 0.03;

/** Thickness of the whole wall where the lines are as wide as wanted. */
const wallMm = (c: Conditions): number =>
  c.values['lineWidthMm']! + (c.params['walls']! - 1) * c.params['lineDistanceMm']!;

/** A hollow square of one or two walls, its thickness read round about. */
export const flow = defineKind({
  key: 'flow',
  label: 'Flow',
  question: 'How much filament does {machine} really lay?',
  proves: ['flow'],
  after: ['temperature'],
  validDays: 90,
  help: 'A hollow square of one or two walls. The wall is measured at mid-height on all four sides; what it is too thick or too thin is what was fed too much or too little.',
  axis: null,
  reading: 'wall thickness in mm, three places on each side, at mid-height',
  wantedAt: (_, c) => wallMm(c),
  features: SIDES.map((side): Feature => ({
    key: side,
    label: side,
    quantity: 'length',
    range: [0.05, 20],
    unit: 'mm',
    instrument: 'calliper 0.01 mm',
    resolution: CALLIPER_RESOLUTION_MM,
    repeats: 4,
    wanted: 3,
    how: `wall thickness of the ${side} at mid-height`,
  })),
  options: [{ key: 'walls', label: 'walls', choices: [1, 2], default: 1 }],
  needs: [],
  bandsFor: () => succeed([]),
  coupon: (s, _bands, options) =>
    generateCoupon(s, [SIDE_MM, SIDE_MM], (p) => {
      const walls = options['walls'] ?? 1;
      const lineDistanceMm = beadSpacingMm(s.lineWidthMm, s.layerHeightMm);
      const wall = s.lineWidthMm + (walls - 1) * lineDistanceMm;
      const layers = Math.round(HEIGHT_MM / s.layerHeightMm);
      for (let k = 0; k < layers; k++) {
        p.layer();
        if (p.isFirst) p.skirt();
        p.box(0, 0, SIDE_MM, SIDE_MM, walls, s.wallSpeedMmPerS);
      }
      const off = (SIDE_MM - wall) / 2;
      return {
        bands: [],
        params: { walls, lineDistanceMm, sideMm: SIDE_MM },
        solids: [
          solidBox(0, 0, SIDE_MM, SIDE_MM, p.zMm),
          solidBox(0, 0, SIDE_MM - 2 * wall, SIDE_MM - 2 * wall, p.zMm, { isCut: true }),
        ],
        shapes: [
          { view: 'plan', x: 0, y: -off, w: SIDE_MM, h: wall, text: 'front' },
          { view: 'plan', x: off, y: 0, w: wall, h: SIDE_MM, text: 'right' },
          { view: 'plan', x: 0, y: off, w: SIDE_MM, h: wall, text: 'back' },
          { view: 'plan', x: -off, y: 0, w: wall, h: SIDE_MM, text: 'left' },
          { view: 'elevation', x: 0, y: 0, w: SIDE_MM, h: p.zMm, text: 'measure at mid-height' },
        ],
      };
    }),
  table: flowTable,
  analyse: (readings, c) => {
    const v = c.values;
    const oddAt = findOutlier(readings.map((r) => r.value));
    const odd = oddAt === null ? null : readings[oddAt]!;
    const fit = analyseFlow(
      readings.map((r) => ({ side: r.feature, thicknessMm: r.value })),
      {
        targetWidthMm: v['lineWidthMm']!,
        layerHeightMm: v['layerHeightMm']!,
        flow: v['flow'] ?? 1,
        walls: c.params['walls']!,
        lineDistanceMm: c.params['lineDistanceMm'],
        resolutionMm: CALLIPER_RESOLUTION_MM,
        calibrationUMm: CALLIPER_U_MM,
      },
    );
    if (!fit.ok) return fit;
    const a = fit.value;
    const before = v['flow'] ?? 1;
    const value = Number((a.measurableChange ? a.flow : before).toFixed(4));
    const guard = (x: number): number => Number(Math.min(1.5, Math.max(0.5, x)).toFixed(4));
    return succeed({
      method: FLOW_METHOD,
      measurableChange: a.measurableChange,
      sentence: a.sentence,
      warnings: odd
        ? [
            `${odd.feature}, place ${odd.repeat}: ${odd.value} mm stands out from the rest (Grubbs, 5 %). It counts all the same; read it again.`,
          ]
        : [],
      proven: [
        {
          setting: 'flow',
          value,
          interval: a.interval,
          range: {
            min: guard(value - FLOW_TOLERANCE),
            max: guard(value + FLOW_TOLERANCE),
            minEnd: 'notTriedBeyond',
            maxEnd: 'notTriedBeyond',
          },
        },
      ],
      figures: [
        ['flow by bead area', a.flow.toFixed(3)],
        ['95 % interval', a.interval.map((x) => x.toFixed(3)).join(' to ')],
        ['by width ratio', a.flowByWidth.toFixed(3)],
        ['printed with', before.toFixed(3)],
        ['line width', `${a.lineWidthMm.toFixed(3)} mm`],
        ['wanted', `${v['lineWidthMm']!.toFixed(3)} mm`],
      ],
      chart: {
        xLabel: 'side',
        yLabel: 'wall, mm',
        points: readings.map((r) => ({ x: SIDES.indexOf(r.feature as 'front') + 1, y: r.value, series: r.feature })),
        level: wallMm(c),
      },
    });
  },
});
