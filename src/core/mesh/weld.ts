import type { Mesh } from './mesh.ts';

/** Makes equal positions one vertex, in the order they first come. */
export class Welder {
  private table: Int32Array;
  private xyz: Float64Array;
  private words: Uint32Array;
  private count = 0;

  /** Room is made for so many vertices; where there are more, it grows. */
  constructor(expected: number) {
    let slots = 1024;
    while (slots < 2 * expected) slots *= 2;
    this.table = new Int32Array(slots).fill(-1);
    this.xyz = new Float64Array(3 * (slots / 2 + 1));
    this.words = new Uint32Array(this.xyz.buffer);
  }

  /** The vertex at a position. */
  at(x: number, y: number, z: number): number {
    if (2 * this.count >= this.table.length) this.grow();
    const { xyz, words, table } = this;
    const at = 3 * this.count;
    // −0 becomes 0
    x = xyz[at] = x + 0;
    y = xyz[at + 1] = y + 0;
    z = xyz[at + 2] = z + 0;
    const mask = table.length - 1;
    for (let slot = hash(words, 2 * at) & mask; ; slot = (slot + 1) & mask) {
      const id = table[slot]!;
      if (id < 0) return (table[slot] = this.count++);
      if (xyz[3 * id] === x && xyz[3 * id + 1] === y && xyz[3 * id + 2] === z) return id;
    }
  }

  positions(): Float64Array {
    return this.xyz.slice(0, 3 * this.count);
  }

  private grow(): void {
    const slots = 2 * this.table.length;
    const xyz = new Float64Array(3 * (slots / 2 + 1));
    xyz.set(this.xyz.subarray(0, 3 * this.count));
    this.xyz = xyz;
    this.words = new Uint32Array(xyz.buffer);
    this.table = new Int32Array(slots).fill(-1);
    for (let id = 0; id < this.count; id++) {
      let slot = hash(this.words, 6 * id) & (slots - 1);
      while (this.table[slot]! >= 0) slot = (slot + 1) & (slots - 1);
      this.table[slot] = id;
    }
  }
}

/** The mesh with equal positions made one vertex, in the order they first appear; triangles stay as they are and where they are. */
export function weld({ xyz, corners }: Mesh): Mesh {
  const welder = new Welder(xyz.length / 9);
  const idOf = new Uint32Array(xyz.length / 3);
  for (let v = 0; v < idOf.length; v++) idOf[v] = welder.at(xyz[3 * v]!, xyz[3 * v + 1]!, xyz[3 * v + 2]!);
  const welded = new Uint32Array(corners.length);
  for (let i = 0; i < corners.length; i++) welded[i] = idOf[corners[i]!]!;
  return { xyz: welder.positions(), corners: welded };
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
