/** How far a parabola with its foot at a place lies, there, from the least-squares line through it at the given points: what one unit of
 *  bend moves a line's value by. */
export function curvatureBias(x: readonly number[], at: number): number {
  const n = x.length;
  const mean = x.reduce((s, v) => s + v, 0) / n;
  const squares = x.map((v) => (v - at) ** 2);
  const meanSquare = squares.reduce((s, v) => s + v, 0) / n;
  const sxx = x.reduce((s, v) => s + (v - mean) ** 2, 0);
  const sxy = x.reduce((s, v, i) => s + (v - mean) * (squares[i]! - meanSquare), 0);
  return meanSquare + (sxy / sxx) * (at - mean);
}
