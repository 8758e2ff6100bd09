import type { PlatePlace, PlateSolid } from '../../../../core/resin/plate.ts';
import { raisedFigures } from '../plateOf.ts';

export const FIELD_MM = [18, 34] as const;
export const WIDTHS_MM = [0.5, 1, 2] as const;
export const PINS_MM = [0.2, 0.3, 0.4, 0.5, 0.6] as const;
export const HOLES_MM = [0.3, 0.4, 0.5, 0.6, 0.8] as const;
const FEATURE_MM = 1.2;
const BAR_LONG_MM = 8;
const FIGURE_MM = 0.5;

/** What a width is drawn as on pixels of a pitch: a whole number of them, so that no edge is shaded. */
export const drawnMm = (mm: number, pixelMm: number): number => Number((Math.round(mm / pixelMm) * pixelMm).toFixed(6));
/** A middle whose left edge lies on the border of a pixel. */
const onPixels = (x: number, w: number, pixelMm: number): number => Math.round((x - w / 2) / pixelMm) * pixelMm + w / 2;

/** One field of the ladder round its middle: a slab, and on it bars, slots in a block, pins, holes in a block, its number. */
export function ladderField(
  number: number,
  [cx, cy]: readonly [number, number],
  slabMm: number,
  pixelXMm: number,
): { readonly solids: PlateSolid[]; readonly places: Omit<PlatePlace, 'band'>[]; readonly topMm: number } {
  const topMm = Number((slabMm + FEATURE_MM).toFixed(6));
  const on = (shape: 'box' | 'disc', x: number, y: number, w: number, d: number, isCut = false): PlateSolid => ({
    shape,
    x: cx + x,
    y: cy + y,
    w,
    d,
    fromMm: slabMm,
    toMm: topMm,
    ...(isCut && { isCut }),
  });
  const sharp = (x: number, y: number, w: number, d: number, isCut = false): PlateSolid => {
    const drawn = drawnMm(w, pixelXMm);
    return { ...on('box', x, y, drawn, d, isCut), x: onPixels(cx + x, drawn, pixelXMm) };
  };
  const column = (i: number): number => (i - 1) * 5.5;
  const spread = (i: number): number => (i - 2) * 3.2;
  const solids: PlateSolid[] = [
    { shape: 'box', x: cx, y: cy, w: FIELD_MM[0], d: FIELD_MM[1], fromMm: 0, toMm: slabMm },
    ...WIDTHS_MM.map((w, i) => sharp(column(i), 9, w, BAR_LONG_MM)),
    on('box', 0, -1, 16, 9),
    ...WIDTHS_MM.map((w, i) => sharp(column(i), -1, w, 6, true)),
    ...PINS_MM.map((d, i) => on('disc', spread(i), -8, d, d)),
    on('box', 0, -13, 16.5, 4),
    ...HOLES_MM.map((d, i) => on('disc', spread(i), -13, d, d, true)),
    ...raisedFigures(String(number), cx - 8, cy + 14, FIGURE_MM, slabMm, topMm),
  ];
  const zMm = slabMm + FEATURE_MM / 2;
  const widths = (feature: 'bar' | 'slot', y: number) =>
    WIDTHS_MM.map((w, i) => ({ feature: `${feature} ${w}`, x: cx + column(i), y: cy + y, zMm, along: 'x' as const }));
  const rounds = (feature: 'pin' | 'hole', sizes: readonly number[], y: number) =>
    sizes.map((d, i) => ({ feature: `${feature} ${d}`, x: cx + spread(i), y: cy + y, zMm, along: 'x' as const }));
  return {
    solids,
    places: [
      ...widths('bar', 9),
      ...widths('slot', -1),
      ...rounds('pin', PINS_MM, -8),
      ...rounds('hole', HOLES_MM, -13),
    ],
    topMm,
  };
}
