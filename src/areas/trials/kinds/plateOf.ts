import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { PlateField, PlatePlace, PlateProgram, PlateSolid } from '../../../core/resin/plate.ts';
import { DIGIT_COLUMNS, DIGIT_ROWS, digitPixels } from '../../../core/toolpath/digits.ts';
import type { Plate } from './define.ts';
import type { PlateSettings } from './plateSettings.ts';

const GAP_MM = 3;
const EDGE_MM = 3;

/** Middles of equal fields in rows across the plate, the first at the left front; refused where they have no room. */
export function layFields(
  s: PlateSettings,
  count: number,
  [width, depth]: readonly [number, number],
): Result<readonly (readonly [x: number, y: number])[]> {
  const across = Math.floor((s.roomMm[0] - 2 * EDGE_MM + GAP_MM) / (width + GAP_MM));
  const columns = Math.min(count, across);
  const rows = columns > 0 ? Math.ceil(count / columns) : 0;
  const along = Math.floor((s.roomMm[1] - 2 * EDGE_MM + GAP_MM) / (depth + GAP_MM));
  if (columns === 0 || rows > along)
    return fail({
      code: 'noRoom',
      what: `${count} fields of ${width} × ${depth} mm have no room on ${s.roomMm[0].toFixed(0)} × ${s.roomMm[1].toFixed(0)} mm`,
      todo: 'take fewer exposures',
    });
  return succeed(
    Array.from({ length: count }, (_, i) => [
      ((i % columns) - (columns - 1) / 2) * (width + GAP_MM),
      (Math.floor(i / columns) - (rows - 1) / 2) * (depth + GAP_MM),
    ]),
  );
}

/** Width and depth that fields of one size cover. */
const extentOf = (
  middles: readonly (readonly [x: number, y: number])[],
  sizeMm: readonly [number, number],
): readonly [width: number, depth: number] => {
  const along = (axis: 0 | 1): number => {
    const at = middles.map((m) => m[axis]);
    return Math.max(...at) - Math.min(...at) + sizeMm[axis];
  };
  return [along(0), along(1)];
};

/** Raised figures, one box a pixel, the first figure's lower left corner at x, y. */
export function raisedFigures(
  text: string,
  x: number,
  y: number,
  pixelMm: number,
  fromMm: number,
  toMm: number,
): PlateSolid[] {
  return [...text].flatMap((char, k) =>
    Array.from({ length: DIGIT_ROWS }, (_, row) => row).flatMap((row) =>
      digitPixels(char, row).flatMap((isLit, column): PlateSolid[] =>
        isLit
          ? [
              {
                shape: 'box',
                x: x + (k * (DIGIT_COLUMNS + 1) + column + 0.5) * pixelMm,
                y: y + (DIGIT_ROWS - 1 - row + 0.5) * pixelMm,
                w: pixelMm,
                d: pixelMm,
                fromMm,
                toMm,
              },
            ]
          : [],
      ),
    ),
  );
}

/** A plate's program from the recipe's layers and motion. */
export const programOf = (
  s: PlateSettings,
  fields: readonly PlateField[],
  places: readonly PlatePlace[],
  over: Partial<PlateProgram> = {},
): PlateProgram => ({
  title: s.title,
  pixelMm: s.pixelMm,
  pixels: s.pixels,
  layerMm: s.layerMm,
  samples: s.samples,
  lowestGrey: s.lowestGrey,
  compensationMm: s.compensationMm,
  bottomLayers: s.bottomLayers,
  bottomExposureS: s.bottomExposureS,
  transitionLayers: s.transitionLayers,
  motion: s.motion,
  fields,
  places,
  ...over,
});
/** A whole number of layers at least so high. */
export const inLayers = (mm: number, layerMm: number): number =>
  Number((Math.ceil(Number((mm / layerMm).toFixed(6))) * layerMm).toFixed(6));

/** Light of each field over the mean of the screen, as figures of the plan. */
export const sharesOf = (
  s: PlateSettings,
  middles: readonly (readonly [x: number, y: number])[],
): Readonly<Record<string, number>> =>
  Object.fromEntries(
    middles.map(([x, y], i) => [
      `share ${i + 1}`,
      s.lightShare((2 * x) / (s.pixels[0] * s.pixelMm[0]), (2 * y) / (s.pixels[1] * s.pixelMm[1])),
    ]),
  );

/** What a plate of fields shows of itself: its size, its exposures, a field for each. */
export const fieldsShown = (
  middles: readonly (readonly [x: number, y: number])[],
  sizeMm: readonly [number, number],
  topMm: number,
  bands: readonly number[],
): Pick<Plate, 'sizeMm' | 'bands' | 'shapes'> => ({
  sizeMm: [...extentOf(middles, sizeMm), topMm],
  bands: bands.map((value) => ({ value, fromMm: 0, toMm: 0 })),
  shapes: middles.map(([x, y], i) => ({
    view: 'plan',
    x,
    y,
    w: sizeMm[0],
    h: sizeMm[1],
    band: i + 1,
    text: `${bands[i]} s`,
  })),
});

export interface FieldAt {
  readonly field: PlateField;
  readonly places: readonly Omit<PlatePlace, 'band'>[];
}
/** Fields of a ladder as plates: all on one, or where the printer lights a layer only once a plate for each, in its middle. With the
 *  share of light every field has. */
export function layPlates(
  s: PlateSettings,
  middles: readonly (readonly [x: number, y: number])[],
  fieldAt: (index: number, middle: readonly [x: number, y: number]) => FieldAt,
  over: Partial<PlateProgram> = {},
): { readonly programs: readonly PlateProgram[]; readonly shares: Readonly<Record<string, number>> } {
  const at = s.takesSubExposures ? middles : middles.map(() => [0, 0] as const);
  const made = at.map((middle, i) => fieldAt(i, middle));
  const placesOf = (i: number): PlatePlace[] => made[i]!.places.map((p) => ({ band: i + 1, ...p }));
  const all = made.map((_, i) => i);
  const programs = s.takesSubExposures
    ? [
        programOf(
          s,
          made.map((f) => f.field),
          all.flatMap(placesOf),
          over,
        ),
      ]
    : all.map((i) =>
        programOf(s, [made[i]!.field], placesOf(i), { ...over, plate: { number: i + 1, of: made.length } }),
      );
  return { programs, shares: sharesOf(s, at) };
}
