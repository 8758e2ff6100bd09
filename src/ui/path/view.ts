/** What part of the world a drawing shows: the place in its middle, mm, and how many pixels a millimetre takes. */
export interface View {
  readonly xMm: number;
  readonly yMm: number;
  readonly pxPerMm: number;
}
export type Frame = readonly [x0: number, x1: number, y0: number, y1: number];
const CLOSEST_PX_PER_MM = 400;

/** All of a frame, with room round it. */
export function fit([x0, x1, y0, y1]: Frame, width: number, height: number, roomPx: number): View {
  const pxPerMm = Math.min((width - 2 * roomPx) / Math.max(1, x1 - x0), (height - 2 * roomPx) / Math.max(1, y1 - y0));
  return { xMm: (x0 + x1) / 2, yMm: (y0 + y1) / 2, pxPerMm: Math.max(0.01, pxPerMm) };
}
/** Moved by pixels of the screen. */
export const moved = (v: View, dx: number, dy: number): View => ({
  ...v,
  xMm: v.xMm - dx / v.pxPerMm,
  yMm: v.yMm + dy / v.pxPerMm,
});
/** Larger or smaller by a factor, the place under a point of the screen (from the middle) staying where it is. */
export function zoomed(v: View, factor: number, fromMiddleX: number, fromMiddleY: number, leastPxPerMm: number): View {
  const pxPerMm = Math.min(CLOSEST_PX_PER_MM, Math.max(leastPxPerMm, v.pxPerMm * factor));
  return {
    xMm: v.xMm + fromMiddleX / v.pxPerMm - fromMiddleX / pxPerMm,
    yMm: v.yMm - fromMiddleY / v.pxPerMm + fromMiddleY / pxPerMm,
    pxPerMm,
  };
}
/** The place under a point of the screen. */
export const placeAt = (v: View, fromMiddleX: number, fromMiddleY: number): readonly [number, number] => [
  v.xMm + fromMiddleX / v.pxPerMm,
  v.yMm - fromMiddleY / v.pxPerMm,
];
/** Where a picture drawn for one view belongs in another: left, top, and how much it is stretched. */
export function pictureIn(
  now: View,
  drawn: View,
  width: number,
  height: number,
): readonly [left: number, top: number, stretch: number] {
  const stretch = now.pxPerMm / drawn.pxPerMm;
  return [
    width / 2 + (drawn.xMm - now.xMm) * now.pxPerMm - (width / 2) * stretch,
    height / 2 - (drawn.yMm - now.yMm) * now.pxPerMm - (height / 2) * stretch,
    stretch,
  ];
}
