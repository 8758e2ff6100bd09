/** Lit runs of a layer from the top: row, first pixel, pixel after the last, three figures a run. */
export type Runs = Int32Array;

/** Runs of pixels at or above a grey. */
export function runsOfGrey(grey: Uint8Array, width: number, height: number, from = 128): Runs {
  const out: number[] = [];
  for (let y = 0; y < height; y++) {
    const row = y * width;
    for (let x = 0; x < width; x++) {
      if (grey[row + x]! < from) continue;
      const start = x;
      while (x < width && grey[row + x]! >= from) x++;
      out.push(y, start, x);
    }
  }
  return Int32Array.from(out);
}

export const pixelsOf = (runs: Runs): number => {
  let n = 0;
  for (let i = 0; i < runs.length; i += 3) n += runs[i + 2]! - runs[i + 1]!;
  return n;
};

/** Which connected area each run belongs to, and how many areas there are; runs touch along sides, not over corners. */
export function connect(runs: Runs): { readonly areaOf: Int32Array; readonly areas: number } {
  const n = runs.length / 3;
  const parent = Int32Array.from({ length: n }, (_, i) => i);
  const find = (i: number): number => {
    while (parent[i] !== i) {
      parent[i] = parent[parent[i]!]!;
      i = parent[i]!;
    }
    return i;
  };
  let above = 0;
  for (let i = 0; i < n; i++) {
    const y = runs[3 * i]!;
    const from = runs[3 * i + 1]!;
    const to = runs[3 * i + 2]!;
    while (above < i && (runs[3 * above]! < y - 1 || (runs[3 * above]! === y - 1 && runs[3 * above + 2]! <= from)))
      above++;
    for (let k = above; k < i && runs[3 * k]! === y - 1 && runs[3 * k + 1]! < to; k++) {
      const [a, b] = [find(i), find(k)];
      if (a !== b) parent[a] = b;
    }
  }
  const areaOf = new Int32Array(n);
  const numbers = new Map<number, number>();
  for (let i = 0; i < n; i++) {
    const root = find(i);
    if (!numbers.has(root)) numbers.set(root, numbers.size);
    areaOf[i] = numbers.get(root)!;
  }
  return { areaOf, areas: numbers.size };
}

/** Areas of a layer under which the layer before has nothing: they float until something grows to them. */
export function countIslands(runs: Runs, below: Runs): number {
  const { areaOf, areas } = connect(runs);
  const isHeld = new Uint8Array(areas);
  let k = 0;
  for (let i = 0; i < runs.length; i += 3) {
    const [y, from, to] = [runs[i]!, runs[i + 1]!, runs[i + 2]!];
    while (k < below.length && (below[k]! < y || (below[k]! === y && below[k + 2]! <= from))) k += 3;
    if (k < below.length && below[k]! === y && below[k + 1]! < to) isHeld[areaOf[i / 3]!] = 1;
  }
  return areas - isHeld.reduce((s, h) => s + h, 0);
}
