import { findLastFine, FEWEST_STEPS } from '../../../core/fitting/lastFine.ts';
import type { PlatePlace, PlateSolid } from '../../../core/resin/plate.ts';
import { stageS, type LayerMotion } from '../../../core/resin/sequence.ts';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import { formatFigure } from '../../../core/units/format.ts';
import { DIGIT_COLUMNS, DIGIT_ROWS, digitPixels } from '../../../core/toolpath/digits.ts';
import type { AllowedRange } from '../../library/model/records.ts';
import type { Values } from '../../library/settings/define.ts';
import { defineResinKind, type Feature, type Plate, type ReadingOf, type ResinKind, type Shape } from './define.ts';
import { inLayers, programOf, sharesOf } from './plateOf.ts';
import type { PlateSettings } from './plateSettings.ts';
import type { ReadingTable } from './table.ts';

const METHOD = { name: 'last band up to which the median flank is fine, of columns that agree', version: 2 } as const;
const COLUMN_MM = 10;
const GAP_MM = 4;
const COLUMNS = 3;
const BAND_MM = 2;
/** Waist that parts two bands, so that a thumb finds them. */
const WAIST_MM = 0.4;
const WAIST_HIGH_MM = 0.2;
const SLAB_MM = 0.8;
const PIXEL_MM = 0.25;
const RELIEF_MM = 0.3;
const LAYERS_SAVED_FOR = 1000;

const flank: Feature = {
  key: 'flank',
  label: 'flank',
  quantity: 'score',
  range: [0, 2],
  unit: '0–2',
  instrument: 'eye',
  resolution: 1,
  repeats: COLUMNS,
  how: 'the flank of each column in this band, left to right: 0 fine, 1 lines, 2 torn off',
};

interface MotionTower {
  readonly key: 'lift' | 'settling';
  readonly label: string;
  readonly question: string;
  readonly setting: 'liftFirstMmPerS' | 'pauseBeforeExposureS';
  readonly help: string;
  readonly axis: NonNullable<ResinKind['axis']>;
  /** Motion of a band. */
  readonly motion: (m: LayerMotion, value: number) => LayerMotion;
  readonly figure: (value: number) => string;
  readonly column: string;
  readonly isRising: boolean;
  readonly sentence: (limit: string, lines: string | null) => string;
  readonly bandsFor: (v: Values, highest: number) => readonly number[];
  /** Time a layer takes for the value, s. */
  readonly takesS: (c: Readonly<Record<string, number>>, value: number) => number;
}

/** Three columns whose layers are moved harder from band to band. */
export function layMotionTower(
  s: PlateSettings,
  bands: readonly number[],
  motion: (m: LayerMotion, value: number) => LayerMotion,
  figure: (value: number) => string,
): Result<Plate> {
  const slabMm = inLayers(Math.max(SLAB_MM, (s.bottomLayers + s.transitionLayers) * s.layerMm), s.layerMm);
  const bandMm = inLayers(BAND_MM, s.layerMm);
  const waistMm = inLayers(WAIST_HIGH_MM, s.layerMm);
  const width = COLUMNS * COLUMN_MM + (COLUMNS + 1) * GAP_MM;
  const depth = COLUMN_MM + 2 * GAP_MM;
  const topMm = Number((slabMm + bands.length * bandMm).toFixed(6));
  if (topMm > s.roomMm[2] || width > s.roomMm[0] || depth > s.roomMm[1])
    return fail({ code: 'noRoom', what: `Columns of ${topMm.toFixed(0)} mm have no room`, todo: 'take fewer bands' });
  const at = Array.from({ length: COLUMNS }, (_, k) => (k - (COLUMNS - 1) / 2) * (COLUMN_MM + GAP_MM));
  const from = (i: number): number => Number((slabMm + i * bandMm).toFixed(6));
  const box = (x: number, y: number, w: number, d: number, fromMm: number, toMm: number): PlateSolid => ({
    shape: 'box',
    x,
    y,
    w,
    d,
    fromMm: Number(fromMm.toFixed(6)),
    toMm: Number(toMm.toFixed(6)),
  });
  const solids: PlateSolid[] = [
    box(0, 0, width, depth, 0, slabMm),
    ...bands.flatMap((_, i) =>
      at.flatMap((x) => [
        box(x, 0, COLUMN_MM - 2 * WAIST_MM, COLUMN_MM - 2 * WAIST_MM, from(i), from(i) + waistMm),
        box(x, 0, COLUMN_MM, COLUMN_MM, from(i) + waistMm, from(i + 1)),
      ]),
    ),
    ...bands.flatMap((_, i) => standingFigures(String(i + 1), 0, -COLUMN_MM / 2, from(i) + waistMm + PIXEL_MM, s)),
  ];
  const places = bands.flatMap((_, i) =>
    at.map((x, k): PlatePlace => ({
      band: i + 1,
      feature: `flank ${k + 1}`,
      x,
      y: 0,
      zMm: from(i) + bandMm / 2,
      along: 'x',
    })),
  );
  return succeed({
    programs: [
      programOf(s, [{ exposureS: s.exposureS, solids }], places, {
        motionSteps: bands.map((value, i) => ({ fromMm: from(i), motion: motion(s.motion, value) })),
      }),
    ],
    sizeMm: [width, depth, topMm],
    bands: bands.map((value, i) => ({ value, fromMm: from(i), toMm: from(i + 1) })),
    shapes: [
      ...at.map((x): Shape => ({ view: 'plan', x, y: 0, w: COLUMN_MM, h: COLUMN_MM })),
      { view: 'elevation', x: 0, y: 0, w: width, h: slabMm },
      ...bands.flatMap((value, i) =>
        at.map((x, k): Shape => ({
          view: 'elevation',
          x,
          y: from(i),
          w: COLUMN_MM,
          h: bandMm,
          band: i + 1,
          ...(k === 1 && { text: figure(value) }),
        })),
      ),
    ],
    params: sharesOf(s, [[0, 0]]),
  });
}

/** Raised figures on a front face, one box a pixel, their foot at a height; whole layers. */
function standingFigures(text: string, x: number, frontY: number, footMm: number, s: PlateSettings): PlateSolid[] {
  const left = x - ((text.length * (DIGIT_COLUMNS + 1) - 1) * PIXEL_MM) / 2;
  const layered = (mm: number): number => Number((Math.round(mm / s.layerMm) * s.layerMm).toFixed(6));
  return [...text].flatMap((char, k) =>
    Array.from({ length: DIGIT_ROWS }, (_, row) => row).flatMap((row) =>
      digitPixels(char, row).flatMap((isLit, column): PlateSolid[] =>
        isLit
          ? [
              {
                shape: 'box',
                x: left + (k * (DIGIT_COLUMNS + 1) + column + 0.5) * PIXEL_MM,
                y: frontY - RELIEF_MM / 2,
                w: PIXEL_MM,
                d: RELIEF_MM,
                fromMm: layered(footMm + (DIGIT_ROWS - 1 - row) * PIXEL_MM),
                toMm: layered(footMm + (DIGIT_ROWS - row) * PIXEL_MM),
              },
            ]
          : [],
      ),
    ),
  );
}

/** A kind whose bands are moved harder upward, looked at and kept up to the last that is fine. */
export function defineMotionTower(spec: MotionTower): ResinKind {
  const { setting, axis, figure } = spec;
  const table: ReadingTable = {
    columns: [
      { name: spec.column, what: axis.label, range: [axis.lowest, axis.highest] },
      { name: 'flank', what: 'a flank, 0 fine to 2 torn', range: [0, 2] },
    ],
    options: [],
    fit: (rows) => {
      const values = [...new Set(rows.map((r) => r.figure(spec.column)))].sort((a, b) =>
        spec.isRising ? a - b : b - a,
      );
      const fit = findLastFine(
        values.map((value) => ({
          value,
          scores: rows.filter((r) => r.figure(spec.column) === value).map((r) => r.figure('flank')),
        })),
      );
      return fit.ok ? succeed({ limit: fit.value.lastFine, firstNot: fit.value.firstNot }) : fit;
    },
  };
  return defineResinKind({
    key: spec.key,
    label: spec.label,
    question: spec.question,
    areaMm2: COLUMN_MM ** 2,
    proves: [setting],
    after: ['exposure-ladder'],
    validDays: 90,
    help: spec.help,
    axis,
    reading:
      'look along the flanks with a light from the side; a column that has come off is 2 in every band above, too',
    features: [flank],
    needs: [setting, 'exposureS', 'resinLayerMm'],
    table,
    bandsFor: (v, limits) => {
      const bands = spec.bandsFor(v, limits.hardware[setting]?.[1] ?? Infinity);
      return new Set(bands).size >= FEWEST_STEPS
        ? succeed(bands)
        : fail({
            code: 'noRoom',
            what: 'There is no room for so many bands inside the hardware',
            todo: 'type the bands',
          });
    },
    plate: (s, bands) => layMotionTower(s, bands, spec.motion, figure),
    analyse: (readings, c) => {
      const scoresOf = (band: number): number[] =>
        readings.filter((r: ReadingOf) => r.feature === flank.key && r.band === band).map((r) => r.value);
      const fit = findLastFine(c.bands.map((b, i) => ({ value: b.value, scores: scoresOf(i + 1) })));
      if (!fit.ok) return fit;
      const { lastFine, firstNot } = fit.value;
      const before = c.values[setting] ?? null;
      const isInside = (v: number): boolean => (spec.isRising ? v <= lastFine : v >= lastFine);
      // what runs gentler than need be stays: gentler is never wrong, only slow
      const measurableChange = before === null || !isInside(before);
      const value = measurableChange ? lastFine : before;
      const end: AllowedRange['maxEnd'] = firstNot === null ? 'notTriedBeyond' : 'failedBeyond';
      const range: AllowedRange = spec.isRising
        ? { min: 0, max: lastFine, minEnd: 'notTriedBeyond', maxEnd: end }
        : { min: lastFine, max: axis.highest, minEnd: end, maxEnd: 'notTriedBeyond' };
      const beyond = firstNot ?? lastFine;
      const values = c.bands.map((b) => b.value);
      const saves =
        before === null ? 0 : (spec.takesS(c.values, before) - spec.takesS(c.values, lastFine)) * LAYERS_SAVED_FOR;
      const perThousand = `${formatFigure(Math.abs(saves) / 60, 'count')} min`;
      const onward = values
        .slice(-FEWEST_STEPS)
        .map((v) => Number((v * (values.at(-1)! / values[0]!) ** 0.6).toPrecision(2)))
        .filter((v) => v >= axis.lowest && v <= axis.highest);
      return succeed({
        method: METHOD,
        measurableChange,
        proven: [
          {
            setting,
            value,
            interval: [Math.min(lastFine, beyond), Math.max(lastFine, beyond)],
            range,
          },
        ],
        sentence: `${spec.sentence(figure(lastFine), firstNot === null ? null : figure(firstNot))}${
          measurableChange || before === null
            ? ''
            : saves > 1
              ? ` The recipe’s ${figure(before)} stays; ${figure(lastFine)} would save ${perThousand} every 1000 layers.`
              : ` The recipe’s ${figure(before)} stays.`
        }`,
        warnings: [
          ...(firstNot === null
            ? [`Even the last band is fine: the limit was not reached at ${figure(lastFine)}.`]
            : []),
          'Holds for columns of 1 cm²: larger layers pull harder and let resin flow in slower.',
        ],
        ...(firstNot === null && onward.length >= axis.fewest && { extendTo: onward }),
        figures: [
          ['last fine', figure(lastFine)],
          ['first that is not', firstNot === null ? 'not reached' : figure(firstNot)],
          ...(before === null
            ? []
            : [
                ['printed with', figure(before)] as const,
                [`${saves >= 0 ? 'saved' : 'added'} per 1000 layers`, perThousand] as const,
              ]),
        ],
        chart: {
          xLabel: axis.label,
          yLabel: 'flank, 0 fine to 2 torn',
          points: readings.flatMap((r) => (c.bands[r.band - 1] ? [{ x: c.bands[r.band - 1]!.value, y: r.value }] : [])),
          interval: [Math.min(lastFine, beyond), Math.max(lastFine, beyond)],
          best: lastFine,
        },
      });
    },
  });
}
export const liftS = (c: Readonly<Record<string, number>>, mmPerS: number): number =>
  stageS({ mm: c['liftFirstMm'] ?? 0, mmPerS });
