import { mapLight, METER_PLACES, METER_REACH, type MeterReading } from '../../../../core/resin/lightMap.ts';
import { succeed } from '../../../../core/result/result.ts';
import { formatFigure } from '../../../../core/units/format.ts';
import { defineResinKind, type Feature, type ReadingOf, type Shape } from '../define.ts';
import { lightMapTable } from './table.ts';

const METHOD = { name: 'mean and evenness of meter readings on a grid', version: 1 } as const;
/** The meter's own standard uncertainty, share of the reading (common practice, no source). */
export const METER_U = 0.02;
/** Share either side within which the irradiance counts as proven (the farm's tolerance; common practice, no source). */
const TOLERANCE = 0.1;
const SPOT_MM = 10;
const place = (n: number): Feature => ({
  key: `place ${n}`,
  label: `place ${n}`,
  quantity: 'irradiance',
  range: [0, 60],
  unit: 'mW/cm²',
  instrument: 'light meter 0.01 mW/cm²',
  resolution: 0.01,
  repeats: 2,
  wanted: 2,
  how: `meter flat on the lit screen at place ${n}; a second reading after lifting it`,
});
const readingsOf = (readings: readonly ReadingOf[]): MeterReading[] =>
  readings.flatMap((r) => {
    const at = METER_PLACES[Number(r.feature.slice(6)) - 1];
    return at ? [{ x: at[0], y: at[1], mWPerCm2: r.value }] : [];
  });

/** Meter readings on a grid over the lit screen; nothing is printed. */
export const lightMap = defineResinKind({
  key: 'light-map',
  label: 'Light map',
  question: 'How bright is the screen of {machine}, and how even?',
  proves: ['irradianceMwPerCm2'],
  after: [],
  validDays: 120,
  help: 'The empty screen is lit and a meter laid on fifteen places. Their mean turns seconds into doses; the dimmest place says how much of the plate can be used. Screens grow dim with age: the control chart of this value shows it.',
  axis: null,
  again: 'reading',
  reading: 'lay the meter on each place, twice',
  features: METER_PLACES.map((_, i) => place(i + 1)),
  options: [
    { key: 'share', label: 'usable from this share of the mean', choices: [0.75, 0.8, 0.85, 0.9], default: 0.85 },
  ],
  needs: ['screenPixelsX', 'screenPixelsY', 'pixelMm'],
  bandsFor: () => succeed([]),
  plate: (s) => {
    const half = [0, 1].map((axis) => (s.pixels[axis]! * s.pixelMm[axis]!) / 2) as [number, number];
    return succeed({
      programs: [],
      sizeMm: [2 * half[0], 2 * half[1], 0],
      bands: [],
      shapes: METER_PLACES.map(([x, y], i): Shape => ({
        view: 'plan',
        x: x * half[0] * METER_REACH,
        y: y * half[1] * METER_REACH,
        w: SPOT_MM,
        h: SPOT_MM,
        round: true,
        text: String(i + 1),
      })),
      params: {},
    });
  },
  table: lightMapTable,
  analyse: (readings, c) => {
    const share = c.params['share'] ?? 0.85;
    const map = mapLight(readingsOf(readings), share, METER_U);
    if (!map.ok) return map;
    const { meanMwPerCm2, interval, uniformity, usableShare, dimmest, brightest } = map.value;
    const before = c.values['irradianceMwPerCm2'] ?? null;
    const measurableChange = before === null || before < interval[0] || before > interval[1];
    const value = measurableChange ? Number(meanMwPerCm2.toFixed(2)) : before;
    const light = (v: number): string => `${formatFigure(v, 'irradiance', 2)} mW/cm²`;
    const sideOf = (r: MeterReading): string =>
      [r.y < 0 ? 'front' : r.y > 0 ? 'back' : '', r.x < 0 ? 'left' : r.x > 0 ? 'right' : '']
        .filter(Boolean)
        .join(' ') || 'middle';
    return succeed({
      method: METHOD,
      measurableChange,
      proven: [
        {
          setting: 'irradianceMwPerCm2',
          value,
          interval,
          range: {
            min: Number((value * (1 - TOLERANCE)).toFixed(2)),
            max: Number((value * (1 + TOLERANCE)).toFixed(2)),
            minEnd: 'notTriedBeyond',
            maxEnd: 'notTriedBeyond',
          },
        },
      ],
      sentence: `${light(meanMwPerCm2)} in the mean; the dimmest place, ${sideOf(dimmest)}, has ${(100 * uniformity).toFixed(0)} % of it.`,
      warnings: [
        ...(usableShare < 1
          ? [
              `${Math.round((1 - usableShare) * METER_PLACES.length)} of ${METER_PLACES.length} places lie below ${100 * share} % of the mean: keep fine parts away from there.`,
            ]
          : []),
        ...(before !== null && meanMwPerCm2 < 0.85 * before
          ? [
              `${(100 * (1 - meanMwPerCm2 / before)).toFixed(0)} % dimmer than what was in force: exposures proven then are too short now.`,
            ]
          : []),
      ],
      figures: [
        ['mean', light(meanMwPerCm2)],
        ['95 % interval', `${interval[0].toFixed(2)} to ${interval[1].toFixed(2)}`],
        ['dimmest / mean', uniformity.toFixed(3)],
        ['brightest', `${light(brightest.mWPerCm2)}, ${sideOf(brightest)}`],
        ['usable places', `${Math.round(usableShare * METER_PLACES.length)} of ${METER_PLACES.length}`],
        ['in force before', before === null ? '–' : light(before)],
      ],
      chart: null,
    });
  },
});
