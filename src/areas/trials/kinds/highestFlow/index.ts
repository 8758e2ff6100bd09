import { fail, succeed } from '../../../../core/result/result.ts';
import { filamentAreaMm2, massG } from '../../../../core/toolpath/bead.ts';
import { formatFigure } from '../../../../core/units/format.ts';
import { numberOf } from '../../../library/settings/define.ts';
import { generateCoupon } from '../couponOf.ts';
import { defineKind, type Band, type Shape } from '../define.ts';
import { analyseHighestFlow, FEWEST_FLOWS, HIGHEST_FLOW_METHOD, SAFETY } from './analysis.ts';
import { highestFlowTable } from './table.ts';

const STRAND_MM = 400;
const BANDS = 10;
const HEIGHT_MM = 60;
const PAD_MM = 8;
const BETWEEN_MM = 9;
const WAIT_S = 8;

/** Strands of one length fed into the air at rising flow; each is cut off and weighed. */
export const highestFlow = defineKind({
  key: 'highest-flow',
  label: 'Maximum volumetric flow',
  question: 'How fast can {machine} melt this material?',
  proves: ['highestFlowMm3PerS'],
  after: ['temperature', 'flow'],
  validDays: 180,
  help: 'Strands of equal length are fed into the air, each faster than the last. The machine waits after each so that it can be cut off and laid aside in order. From some flow on a strand weighs less than was fed: there the melt no longer keeps up. Holds for this temperature only.',
  axis: { label: 'flow', quantity: 'volumetricFlow', lowest: 0.5, highest: 60, fewest: FEWEST_FLOWS, most: 16 },
  reading: 'cut off each strand, lay them in order, weigh them',
  features: [
    {
      key: 'massG',
      label: 'mass',
      quantity: 'mass',
      range: [0.01, 20],
      unit: 'g',
      instrument: 'scale 0.01 g',
      resolution: 0.01,
      repeats: 1,
      how: 'weigh the strand',
    },
  ],
  needs: ['nozzleC', 'densityGPerCm3', 'diameterMm'],
  bandsFor: (v, limits) => {
    const hardware = limits.hardware['highestFlowMm3PerS']?.[1] ?? null;
    const now = numberOf(v, 'highestFlowMm3PerS');
    const feed = numberOf(v, 'maxFeedEMmPerS');
    const diameter = numberOf(v, 'diameterMm') ?? 1.75;
    const top = Math.min(
      hardware ?? Infinity,
      (feed ?? Infinity) * filamentAreaMm2(diameter),
      now !== null ? now * 2 : 60,
    );
    const from = Math.max(1, Math.min(3, top / 4));
    if (!(top > from + 2) || !Number.isFinite(top))
      return fail({
        code: 'noLimit',
        what: 'The tool has no catalogue flow to stay below',
        todo: 'enter the highest flow its maker states',
      });
    return succeed(
      Array.from({ length: BANDS }, (_, i) => Number((from + ((top - from) * i) / (BANDS - 1)).toFixed(1))),
    );
  },
  coupon: (s, bands) => {
    const width = (bands.length - 1) * BETWEEN_MM + PAD_MM;
    const area = filamentAreaMm2(s.filamentDiameterMm);
    const x = (i: number): number => -width / 2 + PAD_MM / 2 + i * BETWEEN_MM;
    if (HEIGHT_MM > s.travelMm[2])
      return fail({
        code: 'tooHigh',
        what: `Strands need ${HEIGHT_MM} mm of height`,
        todo: 'this machine cannot take this trial',
      });
    return generateCoupon(s, [width, 12], (p) => {
      p.layer();
      p.skirt();
      bands.forEach((_, i) => p.flatLabel(x(i) - 2.5, -4, String(i + 1), 5));
      p.rise(HEIGHT_MM);
      bands.forEach((flow, i) => {
        p.travel(x(i), 0);
        p.strand(STRAND_MM, flow / area);
        p.wait(WAIT_S);
      });
      const laid: Band[] = bands.map((value) => ({ value, fromMm: HEIGHT_MM, toMm: HEIGHT_MM }));
      const shapes: Shape[] = bands.flatMap((value, i): Shape[] => [
        { view: 'plan', x: x(i), y: 0, w: 5, h: 8, band: i + 1, text: String(i + 1) },
        {
          view: 'elevation',
          x: x(i),
          y: 4,
          w: 1.2,
          h: HEIGHT_MM - 4,
          band: i + 1,
          text: formatFigure(value, 'volumetricFlow', 1),
        },
      ]);
      return { bands: laid, shapes, params: { strandMm: STRAND_MM }, heightMm: HEIGHT_MM };
    });
  },
  table: highestFlowTable,
  analyse: (readings, c) => {
    const expected = massG(
      c.params['strandMm']! * filamentAreaMm2(c.values['diameterMm']!),
      c.values['densityGPerCm3']!,
    );
    const fit = analyseHighestFlow(
      readings
        .filter((r) => r.feature === 'massG')
        .map((r) => ({ flowMm3PerS: c.bands[r.band - 1]!.value, expectedG: expected, measuredG: r.value })),
    );
    if (!fit.ok) return fit;
    const f = fit.value;
    const before = c.values['highestFlowMm3PerS'] ?? null;
    const top = c.bands[c.bands.length - 1]!.value;
    const limit = Number(f.limit.toFixed(2));
    const measurableChange = before === null || before < SAFETY * f.interval[0] || before > limit;
    const q = (v: number): string => formatFigure(v, 'volumetricFlow', 2);
    return succeed({
      method: HIGHEST_FLOW_METHOD,
      measurableChange,
      proven: [
        {
          setting: 'highestFlowMm3PerS',
          value: measurableChange ? limit : before,
          interval: [SAFETY * f.interval[0], SAFETY * f.interval[1]],
          range: {
            min: 0,
            max: limit,
            minEnd: 'notTriedBeyond',
            maxEnd: f.isReached ? 'failedBeyond' : 'notTriedBeyond',
            heldTo: Math.floor(f.rawLimit * 100) / 100,
          },
        },
      ],
      sentence: `${q(limit)} mm³/s is safe at ${c.values['nozzleC']} °C: nine tenths of ${q(f.rawLimit)} mm³/s, up to which the strands surely weigh 95 % of what was fed.`,
      warnings: [
        ...(f.isReached
          ? []
          : [`The fastest strand still weighs enough: the melt limit was not reached up to ${q(top)} mm³/s.`]),
        ...(f.plateau < 0.9 || f.plateau > 1.1
          ? [
              `Even slow strands weigh ${(100 * f.plateau).toFixed(0)} % of what was fed: run a flow trial and check the filament diameter.`,
            ]
          : []),
      ],
      figures: [
        ['stored limit', `${q(limit)} mm³/s`],
        ['raw limit', `${q(f.rawLimit)} mm³/s`],
        ['break', `${q(f.break)} mm³/s`],
        ['95 % interval of the break', `${q(f.interval[0])} to ${q(f.interval[1])}`],
        ['slow strands weigh', `${(100 * f.plateau).toFixed(1)} %`],
      ],
      chart: {
        xLabel: 'flow, mm³/s',
        yLabel: 'fed mass, share of plateau',
        points: f.efficiencies.map(([x, y]) => ({ x, y })),
        curve: [
          [c.bands[0]!.value, 1],
          [f.break, 1],
          [top, (f.plateau + f.slope * (top - f.break)) / f.plateau],
        ],
        interval: f.interval,
        best: limit,
        level: 0.95,
      },
    });
  },
});
