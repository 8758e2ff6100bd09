import type { Runs } from './runs.ts';

/** Which cells of the room over a plate hold something of a part; coarse, for ways round it. Cells are cubes, counted from the left front
 *  corner and the plate. */
export class OccupiedCells {
  private readonly bits: Uint8Array;
  readonly across: number;
  readonly along: number;
  readonly up: number;

  constructor(
    readonly cellMm: number,
    sizeMm: readonly [number, number, number],
  ) {
    [this.across, this.along, this.up] = sizeMm.map((v) => Math.max(1, Math.ceil(v / cellMm))) as [
      number,
      number,
      number,
    ];
    this.bits = new Uint8Array(this.across * this.along * this.up);
  }

  /** Marks what a layer holds, whose pixels are so large and counted from the back. */
  mark(runs: Runs, zMm: number, pixelMm: number, rows: number): void {
    const { cellMm, across, along } = this;
    const z = Math.min(this.up - 1, Math.floor(zMm / cellMm));
    for (let i = 0; i < runs.length; i += 3) {
      const y = Math.floor(((rows - runs[i]! - 0.5) * pixelMm) / cellMm);
      if (y < 0 || y >= along) continue;
      const from = Math.max(0, Math.floor((runs[i + 1]! * pixelMm) / cellMm));
      const to = Math.min(across - 1, Math.floor((runs[i + 2]! * pixelMm - 1e-9) / cellMm));
      const row = (z * along + y) * across;
      this.bits.fill(1, row + from, row + to + 1);
    }
  }

  /** Whether a disc at a height touches nothing and lies on the screen. */
  isFree(xMm: number, yMm: number, zMm: number, radiusMm: number): boolean {
    const { cellMm, across, along } = this;
    const [x0, x1] = [Math.floor((xMm - radiusMm) / cellMm), Math.floor((xMm + radiusMm) / cellMm)];
    const [y0, y1] = [Math.floor((yMm - radiusMm) / cellMm), Math.floor((yMm + radiusMm) / cellMm)];
    if (x0 < 0 || y0 < 0 || x1 >= across || y1 >= along) return false;
    const z = Math.min(this.up - 1, Math.max(0, Math.floor(zMm / cellMm)));
    for (let y = y0; y <= y1; y++)
      for (let x = x0; x <= x1; x++) if (this.bits[(z * along + y) * across + x] === 1) return false;
    return true;
  }
  /** The same along a straight way. */
  isFreeAlong(
    from: readonly [number, number, number],
    to: readonly [number, number, number],
    radiusMm: number,
  ): boolean {
    const steps = Math.max(1, Math.ceil(Math.hypot(to[0] - from[0], to[1] - from[1], to[2] - from[2]) / this.cellMm));
    for (let k = 0; k <= steps; k++) {
      const t = k / steps;
      const [x, y, z] = [0, 1, 2].map((i) => from[i]! + t * (to[i]! - from[i]!)) as [number, number, number];
      if (!this.isFree(x, y, z, radiusMm)) return false;
    }
    return true;
  }
}
