import { fail, succeed } from '../../../../core/result/result.ts';
import { formatFigure } from '../../../../core/units/format.ts';
import { numberOf } from '../../../library/settings/define.ts';
import { generateCoupon } from '../couponOf.ts';
import { defineKind, type Band, type Shape } from '../define.ts';
import { analysePressure, PRESSURE_METHOD } from './analysis.ts';
import { pressureTable } from './table.ts';

const BANDS = 9;
const SLOW_MM = 25;
const FAST_MM = 40;
const BETWEEN_MM = 6;
const SLOW_SHARE = 0.25;
const LABEL_MM = 4;
/** Where no factor is known yet: up to this, by how the filament is fed. Common practice, no source. */
const UP_TO_S = { direct: 0.08, remote: 0.8 } as const;

/** Lines that run slow, fast and slow again, each with its own pressure factor. */
export const pressure = defineKind({
  key: 'pressure',
  label: 'Pressure',
  question: 'How far ahead of its speed must {machine} push?',
  proves: ['pressureS'],
  after: ['flow'],
  validDays: 180,
  help: 'Lines on the bed that run slow, fast and slow again. Pressure in the nozzle lags behind the speed, so lines swell where they slow down and thin out where they speed up; the factor pushes ahead of it. The line that changes its width least shows the best factor.',
  axis: { label: 'pressure factor', quantity: 'fineTime', lowest: 0, highest: 3, fewest: 5, most: 12 },
  reading: 'widest minus narrowest of each line round its two changes of speed',
  features: [
    {
      key: 'changeMm',
      label: 'width change',
      quantity: 'length',
      range: [0, 3],
      unit: 'mm',
      instrument: 'loupe 0.01 mm',
      resolution: 0.01,
      repeats: 2,
      how: 'widest minus narrowest, once where the line speeds up and once where it slows down',
      look: 'bulge',
    },
  ],
  options: [{ key: 'accepted', label: 'width change accepted, mm', choices: [0.03, 0.05, 0.08], default: 0.05 }],
  needs: [],
  bandsFor: (v) => {
    if (typeof v['pressureCommand'] !== 'string' || !v['pressureCommand'].includes('{value}'))
      return fail({
        code: 'noCommand',
        what: 'The printer profile knows no command that sets a pressure factor',
        todo: 'write it there with {value} where the figure goes, if this controller has one',
      });
    const now = numberOf(v, 'pressureS');
    const top = now !== null && now > 0 ? now * 2 : UP_TO_S[v['feedType'] === 'remote' ? 'remote' : 'direct'];
    return succeed(Array.from({ length: BANDS }, (_, i) => Number(((top * i) / (BANDS - 1)).toFixed(4))));
  },
  coupon: (s, bands) => {
    if (s.pressureCommand === null)
      return fail({
        code: 'noCommand',
        what: 'This machine has no command that sets a pressure factor',
        todo: 'write it in the printer profile',
      });
    const length = 2 * SLOW_MM + FAST_MM;
    const width = length + 3 * LABEL_MM;
    const depth = (bands.length - 1) * BETWEEN_MM + LABEL_MM;
    const left = -width / 2 + 3 * LABEL_MM;
    const y = (i: number): number => -depth / 2 + LABEL_MM / 2 + i * BETWEEN_MM;
    const fast = Math.max(s.wallSpeedMmPerS, 4 * s.firstLayerSpeedMmPerS * SLOW_SHARE);
    return generateCoupon(s, [width, depth], (p) => {
      p.layer();
      p.skirt();
      bands.forEach((_, i) => p.flatLabel(-width / 2 + 1, y(i) - LABEL_MM / 2, String(i + 1), LABEL_MM));
      bands.forEach((_, i) => p.zigzag(left + length / 2, y(i), length, 5 * s.lineWidthMm, s.firstLayerSpeedMmPerS)); // the lines stand on strips: a first layer has a speed of its own
      p.layer();
      bands.forEach((value, i) => {
        p.pressure(value);
        p.travel(left, y(i));
        p.lineTo(left + SLOW_MM, y(i), fast * SLOW_SHARE);
        p.lineTo(left + SLOW_MM + FAST_MM, y(i), fast);
        p.lineTo(left + length, y(i), fast * SLOW_SHARE);
      });
      p.pressure(s.pressureS);
      const laid: Band[] = bands.map((value) => ({ value, fromMm: 0, toMm: 0 }));
      const shapes: Shape[] = bands.map((_, i): Shape => ({
        view: 'plan',
        x: left + length / 2,
        y: y(i),
        w: length,
        h: s.lineWidthMm * 2,
        band: i + 1,
        text: String(i + 1),
      }));
      shapes.push({
        view: 'elevation',
        x: left + length / 2,
        y: 0,
        w: length,
        h: 1,
        text: `0 to ${formatFigure(bands[bands.length - 1]!, 'fineTime', 3)} s`,
      });
      return { bands: laid, shapes };
    });
  },
  table: pressureTable,
  analyse: (readings, c) => {
    const of = readings.filter((r) => r.feature === 'changeMm' && c.bands[r.band - 1]);
    const fit = analysePressure(
      of.map((r) => ({ factorS: c.bands[r.band - 1]!.value, changeMm: r.value })),
      c.params['accepted'] ?? 0.05,
    );
    if (!fit.ok) return fit;
    const { value, interval, range, leastMm, curve, bestAtEnd } = fit.value;
    const before = c.values['pressureS'] ?? null;
    const last = c.bands[c.bands.length - 1]!.value;
    const s = (v: number): string => `${formatFigure(v, 'fineTime', 4)} s`;
    const isChange = before === null || before < interval[0] || before > interval[1];
    const step = last / Math.max(1, c.bands.length - 1);
    const onward =
      bestAtEnd === 'last'
        ? Array.from({ length: 7 }, (_, i) => Number((last - 2 * step + 1.5 * i * step).toFixed(4)))
        : undefined;
    return succeed({
      method: PRESSURE_METHOD,
      measurableChange: isChange,
      proven: [{ setting: 'pressureS', value: Number((isChange ? value : before).toFixed(4)), interval, range }],
      sentence: isChange
        ? `Lines change their width least at a factor of ${s(value)}.`
        : `No measurable change: ${s(before)} lies within what these readings can tell.`,
      warnings:
        bestAtEnd === null
          ? []
          : [
              `The best line is the ${bestAtEnd}: the range did not reach the optimum.${onward ? ` Extend to ${s(onward[onward.length - 1]!)}.` : ''}`,
            ],
      extendTo: onward,
      figures: [
        ['best factor', s(value)],
        ['95 % interval', `${s(interval[0])} to ${s(interval[1])}`],
        ['width change left', `${formatFigure(leastMm, 'length')} mm`],
        ['allowed', `${s(range.min)} to ${s(range.max)}`],
        ['printed with', before === null ? 'none' : s(before)],
      ],
      chart: {
        xLabel: 'pressure factor, s',
        yLabel: 'width change, mm',
        points: of.map((r) => ({ x: c.bands[r.band - 1]!.value, y: r.value })),
        curve: Array.from({ length: 41 }, (_, i) => [(last * i) / 40, curve((last * i) / 40)] as const),
        interval,
        best: value,
        level: c.params['accepted'] ?? 0.05,
      },
    });
  },
});
