import { doseMjPerCm2 } from '../../../../core/resin/dose.ts';
import { findZeroGrowth, FEWEST_LIGHTS } from '../../../../core/resin/growth.ts';
import { succeed } from '../../../../core/result/result.ts';
import { formatFigure } from '../../../../core/units/format.ts';
import type { AllowedRange } from '../../../library/model/records.ts';
import { defineResinKind, type Conditions, type Feature, type ReadingOf } from '../define.ts';
import { HOLES_MM, PINS_MM } from './field.ts';
import { growthReadings, ladderBands, LADDER_ROUNDING_S, layLadder, widthFeatures } from './ladder.ts';
import { exposureLadderTable } from './table.ts';

const METHOD = { name: 'where growth (bar − slot)/2 crosses zero on ln exposure', version: 2 } as const;
/** Growth still accepted at the ends of the window, mm (common practice, no source). */
const ACCEPTED_GROWTH_MM = 0.03;

const smallest = (key: 'pin' | 'hole', sizes: readonly number[]): Feature => ({
  key,
  label: `smallest ${key}`,
  quantity: 'length',
  range: [0, Math.max(...sizes) + 0.2],
  unit: 'mm',
  instrument: 'microscope 0.005 mm',
  resolution: 0.1,
  repeats: 1,
  isOptional: true,
  how: `smallest ${key} of ${sizes.join(', ')} mm that ${key === 'pin' ? 'stands' : 'is open'}; ${Math.max(...sizes) + 0.2} if none`,
});

/** Several exposures side by side on one plate: parts of a layer that need less light are dark in the later sub-exposures. */
export const exposureLadder = defineResinKind({
  key: 'exposure-ladder',
  label: 'Exposure ladder',
  question: 'How long must {machine} light a layer of this resin?',
  proves: ['exposureS'],
  after: ['light-map', 'plate'],
  validDays: 60,
  help: 'One plate with a field for every exposure. Bars swell and slots close the more light they get; where neither does, contours stay as drawn. A measuring error moves bars and slots alike and cancels. Pins that stand and holes that stay open bound the window.',
  axis: { label: 'exposure', quantity: 'fineTime', lowest: 0.2, highest: 60, fewest: FEWEST_LIGHTS, most: 9 },
  reading: 'measure bars and slots of every field under the microscope, then the smallest pin and hole',
  features: [...widthFeatures, smallest('pin', PINS_MM), smallest('hole', HOLES_MM)],
  options: [
    { key: 'pin', label: 'pin that must stand, mm', choices: [...PINS_MM], default: 0.4 },
    { key: 'hole', label: 'hole that must stay open, mm', choices: [...HOLES_MM], default: 0.5 },
  ],
  needs: ['exposureS', 'resinLayerMm'],
  bandsFor: ladderBands,
  plate: (s, bands) => layLadder(s, bands),
  table: exposureLadderTable,
  analyse: (readings, c) => {
    const fit = findZeroGrowth(growthReadings(readings, c));
    if (!fit.ok) return fit;
    const { value, interval, perEFold, biasMm, points, bestAtEnd } = fit.value;
    const before = c.values['exposureS'] ?? null;
    const light = c.values['irradianceMwPerCm2'];
    const window = windowOf(readings, c, value, perEFold);
    const measurableChange = before === null || before < interval[0] || before > interval[1];
    const rounded = Number((Math.round(value / LADDER_ROUNDING_S) * LADDER_ROUNDING_S).toFixed(2));
    const stored = measurableChange ? Math.min(window.max, Math.max(window.min, rounded)) : before;
    const s = (t: number): string => `${formatFigure(t, 'time', 2)} s`;
    const um = (mm: number): string => `${(mm * 1000).toFixed(0)} µm`;
    const low = c.bands[0]!.value;
    const high = c.bands[c.bands.length - 1]!.value;
    const onward = bestAtEnd
      ? c.bands.map((b) => Number((b.value * (bestAtEnd === 'first' ? 0.6 : 1.7)).toFixed(2)))
      : undefined;
    return succeed({
      method: METHOD,
      measurableChange,
      proven: [{ setting: 'exposureS', value: stored, interval, range: window }],
      sentence: measurableChange
        ? `Contours stay as drawn at ${s(stored)} in layers of ${um(c.values['resinLayerMm']!)}${before === null ? '' : `; at ${s(before)} they ${before < value ? 'shrink' : 'swell'} by ${um(Math.abs(perEFold * Math.log(before / value)))}`}.`
        : `No measurable change: ${s(before)} serves.`,
      warnings: [
        ...(bestAtEnd
          ? [`The fields did not reach it: extend ${bestAtEnd === 'first' ? `below ${s(low)}` : `beyond ${s(high)}`}.`]
          : []),
        ...(Math.abs(biasMm) > ACCEPTED_GROWTH_MM
          ? [`Bars and slots are both off by ${um(biasMm)}: look at the microscope’s scale, not at the exposure.`]
          : []),
        `Holds for layers of ${um(c.values['resinLayerMm']!)} only.`,
      ],
      extendTo: onward,
      figures: [
        ['contours stay at', s(value)],
        ...(light === undefined ? [] : [['that is', `${doseMjPerCm2(light, value).toFixed(1)} mJ/cm²`] as const]),
        ['95 % interval', `${s(interval[0])} to ${s(interval[1])}`],
        ['window', `${s(window.min)} to ${s(window.max)}`],
        ['growth, twice the light', um(perEFold * Math.LN2)],
        ['measuring bias', um(biasMm)],
      ],
      chart: {
        xLabel: 'exposure, s',
        yLabel: 'growth, mm',
        points: points.map(([x, y]) => ({ x, y })),
        curve: Array.from({ length: 41 }, (_, i) => {
          const x = low + ((high - low) * i) / 40;
          return [x, perEFold * Math.log(x / value)] as const;
        }),
        interval,
        best: stored,
        level: 0,
      },
    });
  },
});

/** Exposures within the accepted growth, bounded by where pins fell and holes closed if those were read. */
function windowOf(readings: readonly ReadingOf[], c: Conditions, value: number, perEFold: number): AllowedRange {
  const reach = Math.exp(ACCEPTED_GROWTH_MM / perEFold);
  const fine = (feature: 'pin' | 'hole'): { readonly good: number[]; readonly bad: number[] } => {
    const accepted = c.params[feature] ?? Infinity;
    const read = readings.filter((r) => r.feature === feature && c.bands[r.band - 1]);
    const at = (isGood: boolean) =>
      read.filter((r) => r.value <= accepted === isGood).map((r) => c.bands[r.band - 1]!.value);
    return { good: at(true), bad: at(false) };
  };
  const pins = fine('pin');
  const holes = fine('hole');
  const fallen = pins.bad.length > 0 ? Math.max(...pins.bad) : 0;
  const closed = holes.bad.length > 0 ? Math.min(...holes.bad) : Infinity;
  const unfallen = pins.good.filter((s) => s > fallen);
  const open = holes.good.filter((s) => s < closed);
  const lowest = unfallen.length > 0 ? Math.min(...unfallen) : 0;
  const highest = open.length > 0 ? Math.max(...open) : Infinity;
  const round = (t: number): number => Number(t.toFixed(2));
  const min = Math.min(value, Math.max(value / reach, fallen > 0 ? lowest : 0));
  const max = Math.max(value, Math.min(value * reach, Number.isFinite(closed) ? highest : Infinity));
  return {
    min: round(min),
    max: round(max),
    minEnd: fallen > 0 || c.bands.some((b) => b.value < min) ? 'failedBeyond' : 'notTriedBeyond',
    maxEnd: Number.isFinite(closed) || c.bands.some((b) => b.value > max) ? 'failedBeyond' : 'notTriedBeyond',
  };
}
