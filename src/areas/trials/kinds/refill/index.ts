import { fail, succeed } from '../../../../core/result/result.ts';
import { formatFigure } from '../../../../core/units/format.ts';
import { numberOf } from '../../../library/settings/define.ts';
import { layTwoPosts } from '../retraction/posts.ts';
import { defineKind } from '../define.ts';
import { analyseRefill, FEWEST_REFILLS, REFILL_METHOD } from './analysis.ts';
import { refillTable } from './table.ts';

const BANDS = 9;
const STEP_MM = 0.05;
const LOWEST_MM = -0.5;
const HIGHEST_MM = 1;
const ROUNDING_MM = 0.01;
/** A bump this high is still accepted at the ends of the allowed range (common practice, no source). */
const ACCEPTED_BUMP_MM = 0.05;

const noFile = fail({
  code: 'firmware',
  what: 'This machine retracts and refills by itself: its refill cannot be tried by file',
  todo: 'set it at the machine, or switch that off in the printer profile',
});

/** The second step of retraction: at the proven pull-back, how much to feed on top of it when a line begins again. */
export const refill = defineKind({
  key: 'refill',
  label: 'Refill after travel',
  question: 'How much must {machine} feed on top when a line begins again?',
  proves: ['refillMm'],
  after: ['temperature', 'retraction'],
  validDays: 120,
  help: 'The posts of the retraction trial again, at the proven retraction, with another refill in each band. The thickness of the wall where its line begins is measured against the thickness along it: a gap where too little came back, a blob where too much. Where the two are level is the refill.',
  axis: {
    label: 'refill',
    quantity: 'length',
    lowest: LOWEST_MM,
    highest: HIGHEST_MM,
    fewest: FEWEST_REFILLS,
    most: 12,
  },
  reading: 'measure the wall where its line begins, less the wall along it; a gap is below zero',
  features: [
    {
      key: 'bumpMm',
      label: 'bump',
      quantity: 'length',
      range: [-2, 2],
      unit: 'mm',
      instrument: 'calliper 0.01 mm',
      resolution: 0.01,
      repeats: 2,
      how: 'thickness at the seam less thickness along the wall, once on each post',
    },
  ],
  needs: ['retractionMm', 'nozzleC'],
  bandsFor: (v) => {
    if (v['firmwareRetract'] === true) return noFile;
    const now = numberOf(v, 'refillMm') ?? 0;
    const from = Math.max(LOWEST_MM, Math.min(now - 2 * STEP_MM, HIGHEST_MM - (BANDS - 1) * STEP_MM));
    return succeed(Array.from({ length: BANDS }, (_, i) => Number((from + i * STEP_MM).toFixed(3))));
  },
  coupon: (s, bands) => {
    if (s.dialect.firmwareRetract) return noFile;
    return layTwoPosts({ ...s, refillMm: bands[0]! }, bands, {
      labelOf: (mm) => String(Math.round(Math.abs(mm) * 100)).padStart(2, '0'),
      set: (path, mm) => path.set({ refillMm: mm }),
    });
  },
  table: refillTable,
  analyse: (readings, c) => {
    const fit = analyseRefill(
      readings
        .filter((r) => r.feature === 'bumpMm' && c.bands[r.band - 1])
        .map((r) => ({ refillMm: c.bands[r.band - 1]!.value, bumpMm: r.value })),
    );
    if (!fit.ok) return fit;
    const { value, interval, slope, intercept, bestAtEnd } = fit.value;
    const before = c.values['refillMm'] ?? 0;
    const measurableChange = before < interval[0] || before > interval[1];
    const stored = measurableChange ? Number((Math.round(value / ROUNDING_MM) * ROUNDING_MM).toFixed(3)) : before;
    const reach = ACCEPTED_BUMP_MM / slope;
    const values = c.bands.map((b) => b.value);
    const [low, high] = [Math.min(...values), Math.max(...values)];
    const mm = (v: number): string => `${formatFigure(v, 'length', 2)} mm`;
    const shift = (bestAtEnd === 'first' ? -0.5 : 0.5) * (high - low);
    const onward = bestAtEnd
      ? values
          .map((v) => Number((v + shift).toFixed(3)))
          .filter((v) => v >= LOWEST_MM && v <= HIGHEST_MM)
          .sort((a, b) => a - b)
      : undefined;
    return succeed({
      method: REFILL_METHOD,
      measurableChange,
      proven: [
        {
          setting: 'refillMm',
          value: stored,
          interval,
          range: {
            min: Math.max(low, Math.min(stored, value - reach)),
            max: Math.min(high, Math.max(stored, value + reach)),
            minEnd: value - reach > low ? 'failedBeyond' : 'notTriedBeyond',
            maxEnd: value + reach < high ? 'failedBeyond' : 'notTriedBeyond',
          },
        },
      ],
      sentence: measurableChange
        ? `Lines begin level at a refill of ${mm(stored)}; at ${mm(before)} they begin ${before < value ? 'thin' : 'with a blob'}.`
        : `No measurable change: ${mm(before)} serves.`,
      warnings: [
        ...(bestAtEnd
          ? [`The bands did not reach level: extend ${bestAtEnd === 'first' ? 'downward' : 'upward'}.`]
          : []),
        `Holds at a retraction of ${mm(c.values['retractionMm'] ?? 0)} and ${c.values['nozzleC'] ?? '?'} °C.`,
      ],
      extendTo: onward && onward.length >= FEWEST_REFILLS ? onward : undefined,
      figures: [
        ['level at', mm(value)],
        ['95 % interval', `${mm(interval[0])} to ${mm(interval[1])}`],
        ['bump per mm of refill', mm(slope)],
        ['printed with', mm(before)],
      ],
      chart: {
        xLabel: 'refill, mm',
        yLabel: 'bump, mm',
        points: readings
          .filter((r) => r.feature === 'bumpMm' && c.bands[r.band - 1])
          .map((r) => ({ x: c.bands[r.band - 1]!.value, y: r.value })),
        curve: [
          [low, intercept + slope * low],
          [high, intercept + slope * high],
        ],
        interval,
        best: stored,
        level: 0,
      },
    });
  },
});
