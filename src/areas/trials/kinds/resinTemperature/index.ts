import { FEWEST_LIGHTS, findZeroGrowth } from '../../../../core/resin/growth.ts';
import { fitExposureTemperature, LEAST_APART_C, type WarmthPoint } from '../../../../core/resin/exposureTemperature.ts';
import { fail, succeed, type Result } from '../../../../core/result/result.ts';
import { formatFigure } from '../../../../core/units/format.ts';
import { defineResinKind, type Conditions, type ReadingOf } from '../define.ts';
import { growthReadings, ladderBands, layLadder, widthFeatures } from '../exposureLadder/ladder.ts';
import { resinTemperatureTable } from './table.ts';

const METHOD = { name: 'weighted line of ln exposure over resin temperature', version: 1 } as const;
/** Percent per °C either side of the value that counts as proven (the farm's tolerance; common practice, no source). */
const TOLERANCE = 0.5;

/** Where contours stay in one ladder, with the temperature its resin had: as the printer told it, else as it was planned. */
function pointOf(readings: readonly ReadingOf[], c: Omit<Conditions, 'series'>): Result<WarmthPoint> {
  const resinC = c.values['resinC'] ?? c.params['resinC'];
  if (resinC === undefined)
    return fail({ code: 'noTemperature', what: 'Nobody knows how warm its resin was', todo: 'print the ladder again' });
  const fit = findZeroGrowth(growthReadings(readings, c));
  return fit.ok ? succeed({ resinC, ...fit.value }) : fit;
}

/** The exposure ladder once more, in warmer or colder resin: what a degree does to the exposure. */
export const resinTemperature = defineResinKind({
  key: 'resin-temperature',
  label: 'Resin temperature',
  question: 'What does a degree in the vat of {machine} do to the exposure?',
  proves: ['exposurePerC'],
  after: ['exposure-ladder'],
  comparesWith: ['exposure-ladder', 'resin-temperature'],
  validDays: 365,
  help: 'The same fields as the exposure ladder, printed in resin that is at least 4 °C warmer or colder. Set against the accepted ladders of this machine and resin it tells by how many percent the exposure falls for every degree: the morning’s exposure can then be worked out for the evening.',
  axis: { label: 'exposure', quantity: 'fineTime', lowest: 0.2, highest: 60, fewest: FEWEST_LIGHTS, most: 9 },
  reading: 'measure bars and slots of every field under the microscope, as in the ladder',
  features: [...widthFeatures],
  options: [{ key: 'resinC', label: 'resin at, °C', choices: [15, 18, 20, 22, 25, 28, 30, 32, 35], default: 30 }],
  needs: ['exposureS', 'resinLayerMm'],
  bandsFor: ladderBands,
  plate: (s, bands, options) => layLadder(s, bands, options['resinC']),
  table: resinTemperatureTable,
  analyse: (readings, c) => {
    const here = pointOf(readings, c);
    if (!here.ok) return here;
    const layer = c.values['resinLayerMm'];
    const before = (c.series ?? [])
      .filter((p) => p.values['resinLayerMm'] === layer)
      .map((p) => ({ name: p.name, point: pointOf(p.readings, p) }));
    const known = before.flatMap(({ name, point }) => (point.ok ? [{ name, point: point.value }] : []));
    const points = [...known.map((k) => k.point), here.value];
    const fit = fitExposureTemperature(points);
    if (!fit.ok)
      return fail({
        ...fit.failure,
        todo:
          known.length > 0
            ? (fit.failure.todo ?? '')
            : before.length > 0
              ? `nobody knows how warm the resin of ${before.map((p) => p.name).join(', ')} was: print an exposure ladder once more`
              : 'accept an exposure ladder of this machine, resin and layer height first',
      });
    const { percentPerC, interval, at } = fit.value;
    const was = c.values['exposurePerC'] ?? null;
    const measurableChange = was === null || was < interval[0] || was > interval[1];
    const value = measurableChange ? Number(percentPerC.toFixed(2)) : was;
    const s = (t: number): string => `${formatFigure(t, 'time', 2)} s`;
    const temperatures = points.map((p) => p.resinC);
    const [low, high] = [Math.min(...temperatures), Math.max(...temperatures)];
    const isSure = interval[0] > 0 || interval[1] < 0;
    return succeed({
      method: METHOD,
      measurableChange,
      proven: [
        {
          setting: 'exposurePerC',
          value,
          interval,
          range: {
            min: Number((value - TOLERANCE).toFixed(2)),
            max: Number((value + TOLERANCE).toFixed(2)),
            minEnd: 'notTriedBeyond',
            maxEnd: 'notTriedBeyond',
          },
        },
      ],
      sentence: isSure
        ? `Every °C warmer takes ${formatFigure(percentPerC, 'count', 1)} % off the exposure: ${s(at(low))} at ${low} °C, ${s(at(high))} at ${high} °C.`
        : `Between ${low} and ${high} °C no difference can be told.`,
      warnings: [
        `Rests on ${points.length} ladders${known.length > 0 ? `: ${known.map((k) => k.name).join(', ')} and this one` : ''}.`,
        ...before
          .filter(({ point }) => !point.ok)
          .map(({ name }) => `${name} is left out: its resin’s temperature or its readings are not known.`),
        ...(high - low < 2 * LEAST_APART_C ? ['A third temperature further off would narrow it.'] : []),
      ],
      figures: [
        ['less per °C', `${percentPerC.toFixed(2)} %`],
        ['95 % interval', `${interval[0].toFixed(2)} to ${interval[1].toFixed(2)} %`],
        ...points.map((p): [string, string] => [`contours stay at ${p.resinC} °C`, s(p.value)]),
      ],
      chart: {
        xLabel: 'exposure, s',
        yLabel: 'resin, °C',
        yFrom: 15,
        points: points.map((p) => ({ x: p.value, y: p.resinC })),
        curve: Array.from({ length: 41 }, (_, i) => {
          const resinC = low + ((high - low) * i) / 40;
          return [at(resinC), resinC] as const;
        }),
        best: here.value.value,
      },
    });
  },
});
