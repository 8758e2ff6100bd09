/** Cells by which it is told how high something stands. Places 1024 mm apart share one: on plates wider than that, what stands at one end may
 *  be taken for what stands at the other. */
const CELL_MM = 1;
const CELLS = 1024;
const cellAt = (x: number, y: number): number =>
  (Math.floor(y / CELL_MM) & (CELLS - 1)) * CELLS + (Math.floor(x / CELL_MM) & (CELLS - 1));

/** So deep in what was laid the nozzle strikes it: less may be how a sloping top lies in its cell. */
export const STRIKES_MM = 1;
/** What stands no higher is not noted: what strikes it so deep goes as far below the plate. */
const LOWEST_NOTED_MM = STRIKES_MM / 2;

/** How high what a program has laid stands, in cells: enough to tell that the nozzle is sent through it. */
export class LaidHeights {
  /** Made when something stands that can be struck. */
  private cells: Float32Array | null = null;

  /** A line is laid along there, at that height. */
  lay(x0: number, y0: number, x1: number, y1: number, zMm: number): void {
    if (zMm <= LOWEST_NOTED_MM) return;
    const cells = (this.cells ??= new Float32Array(CELLS * CELLS));
    const long = Math.max(Math.abs(x1 - x0), Math.abs(y1 - y0));
    const steps = Math.min(CELLS, Math.ceil(long / CELL_MM) || 1);
    const stepX = (x1 - x0) / steps;
    const stepY = (y1 - y0) / steps;
    for (let k = 1; k <= steps; k++) {
      const at = cellAt(x0 + stepX * k, y0 + stepY * k);
      if (zMm > cells[at]!) cells[at] = zMm;
    }
  }

  /** Highest that anything stands along a way. */
  highestAlong(x0: number, y0: number, x1: number, y1: number): number {
    const { cells } = this;
    if (!cells) return 0;
    const long = Math.max(Math.abs(x1 - x0), Math.abs(y1 - y0));
    const steps = Math.min(CELLS, Math.ceil(long / CELL_MM) + 1);
    let highest = 0;
    for (let k = 0; k <= steps; k++)
      highest = Math.max(highest, cells[cellAt(x0 + ((x1 - x0) * k) / steps, y0 + ((y1 - y0) * k) / steps)]!);
    return highest;
  }
}
