import type { Mesh } from './mesh.ts';

/** A binary STL in millimetres; its header says so, since the format cannot. */
export function writeStl({ xyz, corners }: Mesh, title = ''): Uint8Array {
  const count = corners.length / 3;
  const bytes = new Uint8Array(84 + 50 * count);
  const view = new DataView(bytes.buffer);
  // A header that begins with "solid" would be taken for text by many readers.
  const header = `binary, millimetres; ${title}`.replace(/[^\x20-\x7e]/g, '?').slice(0, 80);
  for (let i = 0; i < header.length; i++) bytes[i] = header.charCodeAt(i);
  view.setUint32(80, count, true);
  for (let t = 0; t < count; t++) {
    const p = [0, 1, 2].map((k) => corners[3 * t + k]! * 3);
    const at = (k: number, axis: number): number => xyz[p[k]! + axis]!;
    const u = [0, 1, 2].map((axis) => at(1, axis) - at(0, axis));
    const v = [0, 1, 2].map((axis) => at(2, axis) - at(0, axis));
    const n = [u[1]! * v[2]! - u[2]! * v[1]!, u[2]! * v[0]! - u[0]! * v[2]!, u[0]! * v[1]! - u[1]! * v[0]!];
    const length = Math.hypot(...n) || 1;
    const from = 84 + 50 * t;
    for (let k = 0; k < 3; k++) {
      view.setFloat32(from + 4 * k, n[k]! / length, true);
      for (let axis = 0; axis < 3; axis++) view.setFloat32(from + 12 + 12 * k + 4 * axis, at(k, axis), true);
    }
  }
  return bytes;
}
