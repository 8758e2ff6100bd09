import { inspectGcode } from '../../../../core/gcode/inspect.ts';
import { succeed } from '../../../../core/result/result.ts';
import { beadAreaMm2 } from '../../../../core/toolpath/bead.ts';
import { formatFigure } from '../../../../core/units/format.ts';
import { generateCoupon, solidBox } from '../couponOf.ts';
import { defineKind, type Feature, type Shape } from '../define.ts';
import { analyseLayerTime, LAYER_TIME_METHOD, type LayerTime } from './analysis.ts';
import { layerTimeTable } from './table.ts';

const FOOT_MM = 30;
const TOP_MM = 5;
const HEIGHT_MM = 36;
const WALLS = 2;
const SLOWEST_MM_PER_S = 4;
const NODES = 24;
const RULE_MM = 0.1;
const SIDES = ['front', 'right', 'back', 'left'] as const;
const FOOT_TIME_SHARE = 1.8; // the foot takes so much longer than the lowest layer time in force, so that slumping starts above it
const heightFeature = (side: string): Feature => ({
  key: side,
  label: side,
  quantity: 'length',
  range: [0.2, 300],
  unit: 'mm',
  instrument: 'calliper 0.1 mm',
  resolution: RULE_MM,
  repeats: 3,
  wanted: 2,
  how: `height from the bed at which the ${side} face turns soft and rounded`,
});

/** A tapered tower: each layer is smaller and takes less time than the one below. */
export const layerTime = defineKind({
  key: 'layer-time',
  label: 'Layer time',
  question: 'How little time may a layer take on {machine}?',
  proves: ['lowestLayerTimeS'],
  after: ['temperature', 'flow'],
  validDays: 365,
  help: 'A tower that tapers to a small top, walls at one speed. From some height on a layer has no time to set and the tower slumps. The height is read on all four sides; the planner knows how long the layer there took.',
  axis: null,
  again: 'reading',
  reading: 'height in mm where each face turns soft, two readings a side',
  features: SIDES.map(heightFeature),
  needs: ['lowestLayerTimeS'],
  bandsFor: () => succeed([]),
  coupon: (s) => {
    const perimeterMm = WALLS * 4 * (FOOT_MM - 2 * s.lineWidthMm);
    const speed = Math.max(
      SLOWEST_MM_PER_S,
      Math.min(s.wallSpeedMmPerS, perimeterMm / (FOOT_TIME_SHARE * s.lowestLayerTimeS)),
    );
    const laid = generateCoupon(s, [FOOT_MM, FOOT_MM], (p) => {
      while (p.zMm < HEIGHT_MM - 1e-6) {
        p.layer();
        if (p.isFirst) p.skirt();
        const side = FOOT_MM - ((FOOT_MM - TOP_MM) * Math.min(HEIGHT_MM, p.zMm)) / HEIGHT_MM;
        p.box(0, 0, side, side, WALLS, speed);
      }
      const steps = 6;
      const shapes: Shape[] = [
        { view: 'plan', x: 0, y: 0, w: FOOT_MM, h: FOOT_MM, text: 'foot' },
        { view: 'plan', x: 0, y: 0, w: TOP_MM, h: TOP_MM, text: 'top' },
      ];
      for (let i = 0; i < steps; i++)
        shapes.push({
          view: 'elevation',
          x: 0,
          y: (HEIGHT_MM * i) / steps,
          w: FOOT_MM - ((FOOT_MM - TOP_MM) * (i + 0.5)) / steps,
          h: HEIGHT_MM / steps,
        });
      return {
        bands: [],
        shapes,
        solids: [solidBox(0, 0, FOOT_MM, FOOT_MM, HEIGHT_MM, { top: { x: 0, y: 0, w: TOP_MM, d: TOP_MM } })],
        params: { flowMm3PerS: beadAreaMm2(s.lineWidthMm, s.layerHeightMm) * speed * s.flow },
      };
    });
    if (!laid.ok) return laid;
    const report = inspectGcode(new TextEncoder().encode(laid.value.gcode), s.motion);
    if (!report.ok) throw new RangeError(`our own coupon cannot be read: ${report.failure.what}`);
    const rows = report.value.layerRows.filter((r) => r.filamentMm > 0).slice(2);
    const nodes = Array.from({ length: NODES + 1 }, (_, i) => rows[Math.round(((rows.length - 1) * i) / NODES)]!); // the first layers have speeds of their own
    return succeed({
      ...laid.value,
      params: {
        ...laid.value.params,
        ...Object.fromEntries(
          nodes.flatMap((r, i) => [
            [`z ${i}`, r.zMm - s.zOffsetMm],
            [`time ${i}`, r.timeS],
          ]),
        ),
      },
    });
  },
  table: layerTimeTable,
  analyse: (readings, c) => {
    const layers = Array.from({ length: NODES + 1 }, (_, i): LayerTime => ({
      zMm: c.params[`z ${i}`] ?? NaN,
      timeS: c.params[`time ${i}`] ?? NaN,
    })).filter((l) => Number.isFinite(l.timeS));
    const fit = analyseLayerTime(
      readings.map((r) => ({ side: r.feature, heightMm: r.value })),
      layers,
      RULE_MM,
    );
    if (!fit.ok) return fit;
    const { value, interval, heightMm, heightInterval } = fit.value;
    const before = c.values['lowestLayerTimeS'] ?? null;
    const chosen = Math.ceil(value * 10 - 1e-9) / 10;
    const isChange = before === null || before < interval[0] || before > chosen * 1.25;
    const kept = isChange ? chosen : before;
    return succeed({
      method: LAYER_TIME_METHOD,
      measurableChange: isChange,
      proven: [
        {
          setting: 'lowestLayerTimeS',
          value: kept,
          interval,
          range: { min: Math.min(kept, chosen), max: 300, minEnd: 'failedBeyond', maxEnd: 'notTriedBeyond' },
        },
      ],
      sentence: isChange
        ? `A layer needs ${formatFigure(chosen, 'time', 1)} s: the tower slumps from ${formatFigure(heightMm, 'length', 1)} mm upward, where layers take less.`
        : `No measurable change: ${before} s is enough, the tower slumps where layers take less than ${formatFigure(value, 'time', 1)} s.`,
      warnings: [`Holds at ${c.values['fanPercent'] ?? 0} % fan and ${c.values['nozzleC'] ?? '?'} °C.`],
      figures: [
        [
          'slumps from',
          `${formatFigure(heightMm, 'length', 2)} mm (${formatFigure(heightInterval[0], 'length', 2)} to ${formatFigure(heightInterval[1], 'length', 2)})`,
        ],
        ['layer time there', `${formatFigure(interval[0], 'time', 2)} to ${formatFigure(interval[1], 'time', 2)} s`],
        ['printed with', before === null ? 'none' : `${before} s`],
      ],
      chart: {
        xLabel: 'side',
        yLabel: 'slumps from, mm',
        points: readings.map((r) => ({ x: SIDES.indexOf(r.feature as 'front') + 1, y: r.value, series: r.feature })),
        level: heightMm,
      },
    });
  },
});
