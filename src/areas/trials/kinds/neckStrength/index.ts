import { fitNecks, FEWEST_ROWS, type NeckReading } from '../../../../core/resin/necks.ts';
import type { PlatePlace, PlateSolid } from '../../../../core/resin/plate.ts';
import { succeed, fail } from '../../../../core/result/result.ts';
import { formatFigure } from '../../../../core/units/format.ts';
import { defineResinKind, type Conditions, type ReadingOf } from '../define.ts';
import { ladderBands } from '../exposureLadder/ladder.ts';
import { fieldsShown, inLayers, layFields, layPlates, raisedFigures } from '../plateOf.ts';
import { neckStrengthTable } from './table.ts';

const METHOD = { name: 'line of parting thickness over ln exposure', version: 1 } as const;
const STEP_MM = 0.05;
const THINNEST_MM = 0.2;
const NECKS = 13;
const ROWS = 2;
const PITCH_MM = 2.1;
const CAP_MM = 1.4;
const NECK_HIGH_MM = 2;
const CAP_HIGH_MM = 1;
const SLAB_MM = 0.8;
const FIELD_MM = [NECKS * PITCH_MM + 5, 12] as const;
const FIGURE_MM = 0.5;
/** What is read where not even the thickest neck holds. */
const NONE_MM = 1;
/** The typing guard of the setting. */
const THICKEST_MM = 3;
export const NECKS_MM = Array.from({ length: NECKS }, (_, k) => Number((THINNEST_MM + k * STEP_MM).toFixed(2)));

/** Sides of a neck in whole pixels, and the thickness of a square one of the same area. */
export function drawnNeck(mm: number, [x, y]: readonly [number, number]): readonly [w: number, d: number, mm: number] {
  const whole = (pitch: number): number => Number((Math.max(1, Math.round(mm / pitch)) * pitch).toFixed(6));
  return [whole(x), whole(y), Number(Math.sqrt(whole(x) * whole(y)).toFixed(6))];
}

/** Thickness at which each row began to part: midway between the thinnest that held and the next one below. Rows in which all or none
 *  held say only that it lies elsewhere. */
export const partings = (readings: readonly ReadingOf[], c: Conditions): NeckReading[] =>
  readings.flatMap((r) => {
    const band = c.bands[r.band - 1];
    const k = NECKS_MM.findIndex((mm) => Math.abs(mm - r.value) < STEP_MM / 2);
    if (r.feature !== 'neck' || !band || k < 1) return [];
    const drawn = (i: number): number => c.params[`neck ${NECKS_MM[i]}`] ?? NECKS_MM[i]!;
    return [{ light: band.value * (c.params[`share ${r.band}`] ?? 1), partsMm: (drawn(k) + drawn(k - 1)) / 2 }];
  });

/** Rows of support necks of graded thickness, a field for every exposure: is it the exposure or the supports? */
export const neckStrength = defineResinKind({
  key: 'neck-strength',
  label: 'Neck strength',
  question: 'How thin may a support of {machine} be where it meets the part?',
  proves: ['supportTipMm'],
  after: ['exposure-ladder'],
  validDays: 90,
  help: 'Necks from 0.2 to 0.8 mm, two rows at every exposure, each with a cap to hook the gauge under. Pulled with 1 N from the thinnest on, some part and some hold. If the farm’s tips hold at the recipe’s exposure, failing supports are too few or in the wrong place; if not, they want more light or thicker tips.',
  axis: { label: 'exposure', quantity: 'fineTime', lowest: 0.2, highest: 60, fewest: FEWEST_ROWS, most: 9 },
  reading: `pull every neck of a row with 1 N, from the thinnest on; write down the thinnest from which on all hold (${NONE_MM} if none)`,
  features: [
    {
      key: 'neck',
      label: 'thinnest that holds',
      quantity: 'length',
      range: [THINNEST_MM, NONE_MM],
      unit: 'mm',
      instrument: 'pull gauge 1 N',
      resolution: STEP_MM,
      repeats: ROWS,
      how: `thinnest neck of the row from which on all hold 1 N, ${THINNEST_MM} to ${NECKS_MM.at(-1)} mm; ${NONE_MM} if none`,
    },
  ],
  needs: ['exposureS', 'resinLayerMm', 'supportTipMm'],
  bandsFor: ladderBands,
  plate: (s, bands) => {
    const middles = layFields(s, bands.length, FIELD_MM);
    if (!middles.ok) return middles;
    const slabMm = inLayers(Math.max(SLAB_MM, (s.bottomLayers + s.transitionLayers) * s.layerMm), s.layerMm);
    const neckTop = Number((slabMm + inLayers(NECK_HIGH_MM, s.layerMm)).toFixed(6));
    const topMm = Number((neckTop + inLayers(CAP_HIGH_MM, s.layerMm)).toFixed(6));
    if (topMm > s.roomMm[2]) return fail({ code: 'noRoom', what: 'The plate has no room in height' });
    const rowY = (row: number): number => (row === 0 ? 2.6 : -2.6);
    const neckX = (k: number): number => (k - (NECKS - 1) / 2) * PITCH_MM + 2;
    const { programs, shares } = layPlates(s, middles.value, (i, [cx, cy]) => {
      const solids: PlateSolid[] = [
        { shape: 'box', x: cx, y: cy, w: FIELD_MM[0], d: FIELD_MM[1], fromMm: 0, toMm: slabMm },
        ...raisedFigures(String(i + 1), cx - FIELD_MM[0] / 2 + 1, cy - 1, FIGURE_MM, slabMm, neckTop),
      ];
      const places: Omit<PlatePlace, 'band'>[] = [];
      for (let row = 0; row < ROWS; row++)
        NECKS_MM.forEach((mm, k) => {
          const [w, d] = drawnNeck(mm, s.pixelMm);
          // an edge on the border of a pixel, so that no side is shaded
          const [x, y] = ([cx + neckX(k), cy + rowY(row)] as const).map((v, axis) => {
            const size = axis === 0 ? w : d;
            const pitch = s.pixelMm[axis]!;
            return Math.round((v - size / 2) / pitch) * pitch + size / 2;
          }) as [number, number];
          solids.push({ shape: 'box', x, y, w, d, fromMm: slabMm, toMm: neckTop });
          solids.push({ shape: 'box', x, y, w: CAP_MM, d: CAP_MM, fromMm: neckTop, toMm: topMm });
          places.push({ feature: `neck ${row + 1} ${mm}`, x, y, zMm: slabMm + NECK_HIGH_MM / 2, along: 'x' });
        });
      return { field: { exposureS: bands[i]!, solids }, places };
    });
    return succeed({
      programs,
      ...fieldsShown(middles.value, FIELD_MM, topMm, bands),
      params: {
        ...shares,
        ...Object.fromEntries(NECKS_MM.map((mm) => [`neck ${mm}`, drawnNeck(mm, s.pixelMm)[2]])),
      },
    });
  },
  table: neckStrengthTable,
  analyse: (readings, c) => {
    const exposureS = c.values['exposureS']!;
    const tipMm = c.values['supportTipMm']!;
    const rows = partings(readings, c);
    const fit = fitNecks(rows, exposureS, tipMm);
    if (!fit.ok) return fit;
    const { partsMm, interval, holdsFrom, holdsFromInterval } = fit.value;
    const mm = (v: number): string => `${formatFigure(v, 'length', 2)} mm`;
    const s = (v: number): string => `${formatFigure(v, 'time', 2)} s`;
    const thinnest = Number((Math.ceil(interval[1] / STEP_MM - 1e-9) * STEP_MM).toFixed(2));
    const says = tipMm >= thinnest ? 'holds' : tipMm < interval[0] ? 'parts' : 'unclear';
    const longer = holdsFromInterval && holdsFromInterval[1] > exposureS ? holdsFromInterval[1] : null;
    const low = c.bands[0]!.value;
    const high = c.bands.at(-1)!.value;
    const sentence = {
      holds: `Tips of ${mm(tipMm)} hold at ${s(exposureS)}: where supports fail, look at their number and place, not at the exposure.`,
      parts: `Tips of ${mm(tipMm)} part at ${s(exposureS)}: take ${mm(thinnest)}${longer && longer < 2 * high ? `, or expose ${s(longer)}` : ''}.`,
      unclear: `Whether tips of ${mm(tipMm)} hold at ${s(exposureS)} is not sure; ${mm(thinnest)} do.`,
    }[says];
    const value = says === 'holds' ? tipMm : thinnest;
    return succeed({
      method: METHOD,
      measurableChange: says !== 'holds',
      proven: [
        {
          setting: 'supportTipMm',
          value,
          interval,
          range: { min: thinnest, max: THICKEST_MM, minEnd: 'failedBeyond', maxEnd: 'notTriedBeyond' },
        },
      ],
      sentence,
      warnings: [
        ...(exposureS < low || exposureS > high
          ? [`The recipe’s ${s(exposureS)} lies outside the rows: the line is drawn out to it.`]
          : []),
        'Holds for a pull of 1 N; heavier parts want more of them, not only thicker ones.',
      ],
      figures: [
        ['parts below', mm(partsMm)],
        ['95 % interval', `${interval[0].toFixed(2)} to ${mm(interval[1])}`],
        ['thinnest sure tip', mm(thinnest)],
        [`${mm(tipMm)} holds from`, holdsFrom === null ? 'not told' : s(holdsFrom)],
        ['thinner, twice the light', mm(fit.value.fallPerEFold * Math.LN2)],
      ],
      chart: {
        xLabel: 'exposure, s',
        yLabel: 'parts below, mm',
        points: rows.map((r) => ({ x: r.light, y: r.partsMm })),
        curve: Array.from({ length: 41 }, (_, i) => {
          const x = low + ((high - low) * i) / 40;
          return [x, partsMm - fit.value.fallPerEFold * Math.log(x / exposureS)] as const;
        }),
        best: exposureS,
        level: tipMm,
        levelLabel: 'the farm’s tip',
      },
    });
  },
});
