import { FURTHEST, type Mesh } from './mesh.ts';

/** Rows of a 4 × 3 transform, as a 3MF writes them: a point is a row before it. */
export type Transform = readonly number[];
export const AS_IT_IS: Transform = [1, 0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0];

/** A transform of twelve figures that leaves a body its volume; null for anything else. */
export function readTransform(text: string): Transform | null {
  const figures = text.trim().split(/\s+/).map(Number);
  if (figures.length !== 12 || !figures.every((v) => Math.abs(v) <= FURTHEST)) return null;
  return determinant(figures) === 0 ? null : figures;
}
const determinant = (t: Transform): number =>
  t[0]! * (t[4]! * t[8]! - t[5]! * t[7]!) -
  t[1]! * (t[3]! * t[8]! - t[5]! * t[6]!) +
  t[2]! * (t[3]! * t[7]! - t[4]! * t[6]!);

export const magnifying = (factor: number): Transform => [factor, 0, 0, 0, factor, 0, 0, 0, factor, 0, 0, 0];

/** First `a`, then `b`. */
export function times(a: Transform, b: Transform): Transform {
  const out: number[] = [];
  for (let row = 0; row < 4; row++)
    for (let col = 0; col < 3; col++)
      out.push(
        a[3 * row]! * b[col]! +
          a[3 * row + 1]! * b[3 + col]! +
          a[3 * row + 2]! * b[6 + col]! +
          (row === 3 ? b[9 + col]! : 0),
      );
  return out;
}
export function moved({ xyz, corners }: Mesh, t: Transform): Mesh {
  const out = new Float64Array(xyz.length);
  for (let i = 0; i < xyz.length; i += 3)
    for (let col = 0; col < 3; col++)
      out[i + col] = xyz[i]! * t[col]! + xyz[i + 1]! * t[3 + col]! + xyz[i + 2]! * t[6 + col]! + t[9 + col]!;
  return { xyz: out, corners: determinant(t) < 0 ? turnedOver(corners) : corners };
}
/** A mirrored body has its faces wound anew, or its outside would be inside. */
function turnedOver(corners: Uint32Array): Uint32Array {
  const out = corners.slice();
  for (let i = 0; i < out.length; i += 3) [out[i + 1], out[i + 2]] = [out[i + 2]!, out[i + 1]!];
  return out;
}
