const FINE_MM = 0.1;
const COARSE_MM = 1;
/** What was laid so many layers lower still bears: support leaves a gap. */
const BEARS_LAYERS = 2.6;
const SAME_MM = 0.01;

/** What stands on a plate while it is printed: heights of the middles of lines in fine cells, and in coarse ones how high it stands and
 *  since when. */
export class PlateMap {
  private readonly fine: Float32Array;
  private readonly top: Float32Array;
  private readonly topSinceS: Float32Array;
  private readonly belowSinceS: Float32Array;
  private readonly heldMm3: Float32Array;
  private readonly wide: number;
  private readonly deep: number;
  private readonly coarseWide: number;
  highestMm = 0;

  constructor(
    private readonly fromX: number,
    private readonly fromY: number,
    widthMm: number,
    depthMm: number,
  ) {
    this.wide = Math.ceil(widthMm / FINE_MM) + 1;
    this.deep = Math.ceil(depthMm / FINE_MM) + 1;
    this.coarseWide = Math.ceil(widthMm / COARSE_MM) + 1;
    const coarse = this.coarseWide * (Math.ceil(depthMm / COARSE_MM) + 1);
    this.fine = new Float32Array(this.wide * this.deep);
    this.top = new Float32Array(coarse);
    this.topSinceS = new Float32Array(coarse);
    this.heldMm3 = new Float32Array(coarse);
    this.belowSinceS = new Float32Array(coarse).fill(-1e6);
  }

  private coarseAt(x: number, y: number): number {
    const [i, j] = [Math.floor((x - this.fromX) / COARSE_MM), Math.floor((y - this.fromY) / COARSE_MM)];
    const at = j * this.coarseWide + i;
    return i < 0 || i >= this.coarseWide || at < 0 || at >= this.top.length ? -1 : at;
  }

  /** Whether something lies within so far of a place that bears what is laid there at a height. */
  isBorne(x: number, y: number, zMm: number, layerMm: number, withinMm: number): boolean {
    const [ci, cj] = [Math.round((x - this.fromX) / FINE_MM), Math.round((y - this.fromY) / FINE_MM)];
    const r = Math.ceil(withinMm / FINE_MM);
    const lowest = zMm - BEARS_LAYERS * layerMm;
    for (let dj = 0; dj <= r; dj = dj <= 0 ? 1 - dj : -dj)
      for (let di = -r; di <= r; di++) {
        const [i, j] = [ci + di, cj + dj];
        if (i < 0 || j < 0 || i >= this.wide || j >= this.deep) continue;
        if ((di * di + dj * dj) * FINE_MM * FINE_MM > withinMm * withinMm + 1e-9) continue;
        const z = this.fine[j * this.wide + i]!;
        if (z > lowest && z < zMm + SAME_MM && z > 0) return true;
      }
    return false;
  }

  /** Lays the middle of a line there; how long ago the place was laid below, s. */
  lay(x: number, y: number, zMm: number, nowS: number): number {
    const [i, j] = [Math.round((x - this.fromX) / FINE_MM), Math.round((y - this.fromY) / FINE_MM)];
    if (i >= 0 && j >= 0 && i < this.wide && j < this.deep) this.fine[j * this.wide + i] = zMm;
    if (zMm > this.highestMm) this.highestMm = zMm;
    const at = this.coarseAt(x, y);
    if (at < 0) return Infinity;
    if (zMm > this.top[at]! + SAME_MM) {
      this.belowSinceS[at] = this.top[at]! > 0 ? this.topSinceS[at]! : -1e6;
      this.top[at] = zMm;
      this.topSinceS[at] = nowS;
    }
    return nowS - this.belowSinceS[at]!;
  }

  /** Notes what is pressed onto the plate itself there. */
  hold(x: number, y: number, mm3: number): void {
    const at = this.coarseAt(x, y);
    if (at >= 0) this.heldMm3[at] = this.heldMm3[at]! + mm3;
  }

  /** How high something stands there. */
  heightAt(x: number, y: number): number {
    const at = this.coarseAt(x, y);
    return at < 0 ? 0 : this.top[at]!;
  }
  /** How high anything stands within so far. */
  highestWithin(x: number, y: number, withinMm: number): number {
    let highest = 0;
    for (let dy = -withinMm; dy <= withinMm; dy += COARSE_MM)
      for (let dx = -withinMm; dx <= withinMm; dx += COARSE_MM)
        highest = Math.max(highest, this.heightAt(x + dx, y + dy));
    return highest;
  }

  /** Feet: what hangs together of the cells that stand at all, by the area that holds each and the box round it. */
  feet(): Foot[] {
    const seen = new Uint8Array(this.top.length);
    const feet: Foot[] = [];
    for (let start = 0; start < seen.length; start++) {
      if (seen[start] === 1 || this.top[start] === 0) continue;
      const foot = { cells: 0, heldMm3: 0, minI: Infinity, maxI: -Infinity, minJ: Infinity, maxJ: -Infinity };
      const open = [start];
      seen[start] = 1;
      while (open.length > 0) {
        const at = open.pop()!;
        const [i, j] = [at % this.coarseWide, Math.floor(at / this.coarseWide)];
        foot.cells++;
        foot.heldMm3 += this.heldMm3[at]!;
        foot.minI = Math.min(foot.minI, i);
        foot.maxI = Math.max(foot.maxI, i);
        foot.minJ = Math.min(foot.minJ, j);
        foot.maxJ = Math.max(foot.maxJ, j);
        for (const [di, dj] of [
          [1, 0],
          [-1, 0],
          [0, 1],
          [0, -1],
        ] as const) {
          // prettier-ignore
          const next = (j + dj) * this.coarseWide + i + di;
          if (i + di < 0 || i + di >= this.coarseWide || next < 0 || next >= seen.length) continue;
          if (seen[next] === 1 || this.top[next] === 0) continue;
          seen[next] = 1;
          open.push(next);
        }
      }
      feet.push({
        areaMm2: foot.cells * COARSE_MM * COARSE_MM,
        heldMm3: foot.heldMm3,
        lengthMm: Math.max(foot.maxI - foot.minI, foot.maxJ - foot.minJ) * COARSE_MM,
        widthMm: Math.min(foot.maxI - foot.minI, foot.maxJ - foot.minJ) * COARSE_MM,
        x: this.fromX + ((foot.minI + foot.maxI + 1) / 2) * COARSE_MM,
        y: this.fromY + ((foot.minJ + foot.maxJ + 1) / 2) * COARSE_MM,
      });
    }
    return feet;
  }
}
export interface Foot {
  readonly areaMm2: number;
  /** Plastic pressed onto the plate. */
  readonly heldMm3: number;
  readonly lengthMm: number;
  readonly widthMm: number;
  readonly x: number;
  readonly y: number;
}
