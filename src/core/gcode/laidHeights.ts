/** Cells by which it is told how high something stands. Places 1024 mm apart share one: on plates wider than that, what stands at one end may
 *  be taken for what stands at the other. */
const CELL_MM = 1;
const CELLS = 1024;

const cellOf = (x: number, y: number): number =>
  (Math.floor(y / CELL_MM) & (CELLS - 1)) * CELLS + (Math.floor(x / CELL_MM) & (CELLS - 1));

/** How high what a program has laid stands, in cells: enough to tell that the nozzle is sent through it. */
export class LaidHeights {
  private readonly heightMm = new Float32Array(CELLS * CELLS);

  /** A level line is laid. */
  lay(x0: number, y0: number, x1: number, y1: number, zMm: number): void {
    const { heightMm } = this;
    const long = Math.max(Math.abs(x1 - x0), Math.abs(y1 - y0));
    const steps = long <= CELL_MM ? 1 : Math.min(CELLS, Math.ceil(long / CELL_MM));
    for (let k = 1; k <= steps; k++) {
      const at = cellOf(x0 + ((x1 - x0) * k) / steps, y0 + ((y1 - y0) * k) / steps);
      if (zMm > heightMm[at]!) heightMm[at] = zMm;
    }
  }

  /** Highest that anything stands along a way. */
  highestAlong(x0: number, y0: number, x1: number, y1: number): number {
    const long = Math.max(Math.abs(x1 - x0), Math.abs(y1 - y0));
    const steps = Math.min(CELLS, Math.ceil(long / CELL_MM) + 1);
    let highest = 0;
    for (let k = 0; k <= steps; k++)
      highest = Math.max(highest, this.heightMm[cellOf(x0 + ((x1 - x0) * k) / steps, y0 + ((y1 - y0) * k) / steps)]!);
    return highest;
  }
}
