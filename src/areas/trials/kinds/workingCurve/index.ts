import { cureDepthMm, doseMjPerCm2, exposureForLayerS } from '../../../../core/resin/dose.ts';
import { FEWEST_DOSES, fitWorkingCurve } from '../../../../core/resin/workingCurve.ts';
import { succeed } from '../../../../core/result/result.ts';
import { formatFigure } from '../../../../core/units/format.ts';
import { numberOf } from '../../../library/settings/define.ts';
import { defineResinKind } from '../define.ts';
import { fieldsShown, layFields, layPlates } from '../plateOf.ts';
import { workingCurveTable } from './table.ts';

const METHOD = { name: 'line of depth of films over ln dose (Jacobs 1992)', version: 2 } as const;
const BANDS = 7;
const FILM_MM = [14, 14] as const;
const ROUNDING_S = 0.1;
/** Share either side within which Dp and Ec count as proven (the farm's tolerance; common practice, no source). */
const TOLERANCE = 0.2;
const LAYERS_MM = [0.02, 0.03, 0.05, 0.1] as const;

/** Films cured through the floor of the vat, each longer than the last; nothing is lifted. */
export const workingCurve = defineResinKind({
  key: 'working-curve',
  label: 'Working curve',
  question: 'How deep does the light of {machine} cure this resin?',
  proves: ['penetrationDepthMm', 'criticalDoseMjPerCm2'],
  after: ['light-map'],
  validDays: 180,
  help: 'Squares are lit on the film without a plate above, each longer than the last, taken out, wiped and measured. Thickness grows with the logarithm of the dose: the slope is the penetration depth, and where the line meets zero is the critical dose. From both follows an exposure for every layer height.',
  axis: { label: 'exposure', quantity: 'fineTime', lowest: 0.5, highest: 200, fewest: FEWEST_DOSES, most: 12 },
  reading: 'lift each film off with tweezers, wipe it, measure it in three places',
  features: [
    {
      key: 'filmMm',
      label: 'film',
      quantity: 'length',
      range: [0.01, 5],
      unit: 'mm',
      instrument: 'micrometer 0.001 mm',
      resolution: 0.001,
      repeats: 3,
      how: 'thickness of the film, wiped dry',
    },
  ],
  options: [
    { key: 'overcure', label: 'cure into the layer below, mm', choices: [0.02, 0.03, 0.04, 0.06], default: 0.04 },
  ],
  needs: ['irradianceMwPerCm2', 'exposureS', 'resinLayerMm'],
  bandsFor: (v) => {
    const from = 1.2 * (numberOf(v, 'exposureS') ?? 2);
    return succeed(
      Array.from({ length: BANDS }, (_, i) =>
        Number((Math.round((from * 1.5 ** i) / ROUNDING_S) * ROUNDING_S).toFixed(1)),
      ),
    );
  },
  plate: (s, bands) => {
    const middles = layFields(s, bands.length, FILM_MM);
    if (!middles.ok) return middles;
    const still = { ...s.motion, lift: [], return: [] };
    const { programs, shares } = layPlates(
      s,
      middles.value,
      (i, [x, y]) => ({
        field: {
          exposureS: bands[i]!,
          solids: [{ shape: 'box', x, y, w: FILM_MM[0], d: FILM_MM[1], fromMm: 0, toMm: s.layerMm }],
        },
        places: [{ feature: 'filmMm', x, y, zMm: s.layerMm / 2, along: 'x' }],
      }),
      { bottomLayers: 0, transitionLayers: 0, compensationMm: 0, motion: still },
    );
    return succeed({
      programs,
      ...fieldsShown(middles.value, FILM_MM, s.layerMm, bands),
      params: shares,
    });
  },
  table: workingCurveTable,
  analyse: (readings, c) => {
    const irradiance = c.values['irradianceMwPerCm2']!;
    const films = readings.filter((r) => r.feature === 'filmMm' && c.bands[r.band - 1]);
    const dose = (band: number): number =>
      doseMjPerCm2(irradiance * (c.params[`share ${band}`] ?? 1), c.bands[band - 1]!.value);
    const fit = fitWorkingCurve(
      films.map((r) => dose(r.band)),
      films.map((r) => r.value),
    );
    if (!fit.ok) return fit;
    const { dpMm, ecMjPerCm2, dpInterval, ecInterval, rSquared } = fit.value;
    const was = [c.values['penetrationDepthMm'] ?? null, c.values['criticalDoseMjPerCm2'] ?? null] as const;
    const isNew = (before: number | null, [low, high]: readonly [number, number]): boolean =>
      before === null || before < low || before > high;
    const measurableChange = isNew(was[0], dpInterval) || isNew(was[1], ecInterval);
    const around = (value: number) => ({
      min: value * (1 - TOLERANCE),
      max: value * (1 + TOLERANCE),
      minEnd: 'notTriedBeyond' as const,
      maxEnd: 'notTriedBeyond' as const,
    });
    const proven = (setting: string, value: number, interval: readonly [number, number], before: number | null) => {
      const kept = isNew(before, interval) ? Number(value.toPrecision(4)) : before!;
      return { setting, value: kept, interval, range: around(kept) };
    };
    const overcure = c.params['overcure'] ?? 0.04;
    const um = (mm: number): string => `${(mm * 1000).toFixed(0)} µm`;
    const exposures = LAYERS_MM.map(
      (layer) => [layer, exposureForLayerS(layer, overcure, dpMm, ecMjPerCm2, irradiance)] as const,
    );
    const [lowest, longest] = [c.bands[0]!.value, c.bands[c.bands.length - 1]!.value];
    return succeed({
      method: METHOD,
      measurableChange,
      proven: [
        proven('penetrationDepthMm', dpMm, dpInterval, was[0]),
        proven('criticalDoseMjPerCm2', ecMjPerCm2, ecInterval, was[1]),
      ],
      sentence: `Light falls to 37 % in ${um(dpMm)}, and gelling begins at ${formatFigure(ecMjPerCm2, 'dose', 2)} mJ/cm². A layer of ${um(c.values['resinLayerMm']!)} that shall cure ${um(overcure)} into the one below computes to ${exposureForLayerS(c.values['resinLayerMm']!, overcure, dpMm, ecMjPerCm2, irradiance).toFixed(2)} s: computed, not proven.`,
      warnings: [
        ...(rSquared < 0.97
          ? [`The films scatter (R² ${rSquared.toFixed(3)}): were they wiped, and the room not too bright?`]
          : []),
        `Rests on ${irradiance} mW/cm² of light; run a light map first.`,
      ],
      figures: [
        ['Dp', um(dpMm)],
        ['95 % interval of Dp', `${um(dpInterval[0])} to ${um(dpInterval[1])}`],
        ['Ec', `${ecMjPerCm2.toFixed(2)} mJ/cm²`],
        ['95 % interval of Ec', `${ecInterval[0].toFixed(2)} to ${ecInterval[1].toFixed(2)}`],
        ...exposures.map(([layer, s]): [string, string] => [`computed for ${um(layer)}`, `${s.toFixed(2)} s`]),
      ],
      chart: {
        xLabel: 'exposure, s',
        yLabel: 'film, mm',
        points: films.map((r) => ({ x: c.bands[r.band - 1]!.value, y: r.value })),
        curve: Array.from({ length: 41 }, (_, i) => {
          const s = lowest * (longest / lowest) ** (i / 40);
          return [s, cureDepthMm(doseMjPerCm2(irradiance, s), dpMm, ecMjPerCm2)] as const;
        }),
      },
    });
  },
});
