/** Smallest box round points, with the line that set each face. Empty while `minX` is Infinity. */
export class Bounds {
  readonly min: [number, number, number] = [Infinity, Infinity, Infinity];
  readonly max: [number, number, number] = [-Infinity, -Infinity, -Infinity];
  readonly minLine: [number, number, number] = [0, 0, 0];
  readonly maxLine: [number, number, number] = [0, 0, 0];

  add(x: number, y: number, z: number, line: number): void {
    const { min, max } = this;
    if (x < min[0]) {
      min[0] = x;
      this.minLine[0] = line;
    }
    if (x > max[0]) {
      max[0] = x;
      this.maxLine[0] = line;
    }
    if (y < min[1]) {
      min[1] = y;
      this.minLine[1] = line;
    }
    if (y > max[1]) {
      max[1] = y;
      this.maxLine[1] = line;
    }
    if (z < min[2]) {
      min[2] = z;
      this.minLine[2] = line;
    }
    if (z > max[2]) {
      max[2] = z;
      this.maxLine[2] = line;
    }
  }
}

/** Smallest box round two, each face with the line that set it. */
export function unionOf(a: Bounds, b: Bounds): Bounds {
  const both = new Bounds();
  for (const { min, max, minLine, maxLine } of [a, b]) {
    for (let k = 0; k < 3; k++) {
      if (min[k]! < both.min[k]!) {
        both.min[k] = min[k]!;
        both.minLine[k] = minLine[k]!;
      }
      if (max[k]! > both.max[k]!) {
        both.max[k] = max[k]!;
        both.maxLine[k] = maxLine[k]!;
      }
    }
  }
  return both;
}
