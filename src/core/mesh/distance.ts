const FAR = 1e20;

/** For every cell of a grid how far it is from the nearest one that is marked, in cells, squared; exact (P. Felzenszwalb and D.
 *  Huttenlocher, 2012; named from memory). */
export function squaredDistances(isMarked: Uint8Array, [nx, ny, nz]: readonly [number, number, number]): Float32Array {
  const out = new Float32Array(isMarked.length);
  for (let i = 0; i < out.length; i++) out[i] = isMarked[i] ? 0 : FAR;
  const longest = Math.max(nx, ny, nz);
  const line = new Line(longest);
  for (let z = 0; z < nz; z++) for (let y = 0; y < ny; y++) line.pass(out, nx * (y + ny * z), 1, nx);
  for (let z = 0; z < nz; z++) for (let x = 0; x < nx; x++) line.pass(out, x + nx * ny * z, nx, ny);
  for (let y = 0; y < ny; y++) for (let x = 0; x < nx; x++) line.pass(out, x + nx * y, nx * ny, nz);
  return out;
}

/** The lower envelope of parabolas along one line of cells. */
class Line {
  private readonly from: Float64Array;
  private readonly roots: Int32Array;
  private readonly starts: Float64Array;

  constructor(longest: number) {
    this.from = new Float64Array(longest);
    this.roots = new Int32Array(longest);
    this.starts = new Float64Array(longest + 1);
  }
  pass(values: Float32Array, first: number, step: number, n: number): void {
    const { from, roots, starts } = this;
    for (let i = 0; i < n; i++) from[i] = values[first + i * step]!;
    let k = 0;
    roots[0] = 0;
    starts[0] = -Infinity;
    starts[1] = Infinity;
    for (let q = 1; q < n; q++) {
      let s = meet(from, q, roots[k]!);
      while (s <= starts[k]!) s = meet(from, q, roots[--k]!);
      roots[++k] = q;
      starts[k] = s;
      starts[k + 1] = Infinity;
    }
    for (let q = 0, i = 0; q < n; q++) {
      while (starts[i + 1]! < q) i++;
      const r = roots[i]!;
      values[first + q * step] = (q - r) ** 2 + from[r]!;
    }
  }
}
const meet = (f: Float64Array, q: number, r: number): number => (f[q]! + q * q - (f[r]! + r * r)) / (2 * q - 2 * r);
