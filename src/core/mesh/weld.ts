import type { Mesh } from './mesh.ts';

/** The mesh with equal positions made one vertex, in the order they first appear; triangles stay as they are and where they are. */
export function weld({ xyz, corners }: Mesh): Mesh {
  const vertices = xyz.length / 3;
  let slots = 1024;
  while (slots < 2 * vertices) slots *= 2;
  const mask = slots - 1;
  const table = new Int32Array(slots).fill(-1);
  const out = new Float64Array(xyz.length);
  const words = new Uint32Array(out.buffer);
  const idOf = new Uint32Array(vertices);
  let count = 0;
  for (let v = 0; v < vertices; v++) {
    const at = count * 3;
    const x = (out[at] = xyz[3 * v]! + 0); // −0 becomes 0
    const y = (out[at + 1] = xyz[3 * v + 1]! + 0);
    const z = (out[at + 2] = xyz[3 * v + 2]! + 0);
    let slot = hash(words, at * 2) & mask;
    for (;;) {
      const id = table[slot]!;
      if (id < 0) {
        table[slot] = count;
        idOf[v] = count++;
        break;
      }
      if (out[3 * id] === x && out[3 * id + 1] === y && out[3 * id + 2] === z) {
        idOf[v] = id;
        break;
      }
      slot = (slot + 1) & mask;
    }
  }
  const welded = new Uint32Array(corners.length);
  for (let i = 0; i < corners.length; i++) welded[i] = idOf[corners[i]!]!;
  return { xyz: out.slice(0, count * 3), corners: welded };
}

/** Six words of a position mixed into one. Finishing steps of MurmurHash3 (A. Appleby, public domain). */
function hash(words: Uint32Array, at: number): number {
  let h = 0;
  for (let k = 0; k < 6; k++) {
    h = Math.imul(h ^ words[at + k]!, 0x85ebca6b);
    h ^= h >>> 13;
    h = Math.imul(h, 0xc2b2ae35);
    h ^= h >>> 16;
  }
  return h;
}
