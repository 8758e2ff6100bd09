/** Times the drive may take one and the same piece of filament back before it is ground. Common practice, from memory. */
export const MOST_PASSES = 20;
/** More than so many are not told apart. */
const MOST = 256;

/** How often the drive pulls one and the same piece of filament back: each retraction takes back the piece between where it began and
 *  where it ended, and pieces overlap where little was laid between them. */
export class DrivePasses {
  private readonly from = new Float64Array(MOST);
  private readonly to = new Float64Array(MOST);
  private count = 0;

  /** Notes a retraction that began with so much filament fed and took back so much; gives how many, it among them, took back the
   *  piece at its far end. */
  note(fedMm: number, drawnMm: number): number {
    const times = this.with(fedMm, drawnMm);
    const at = this.count++ % MOST;
    this.from[at] = fedMm - drawnMm;
    this.to[at] = fedMm;
    return times;
  }

  /** What takes it back to here. */
  remember(): () => void {
    const { count } = this;
    const [from, to] = [this.from.slice(), this.to.slice()];
    return () => {
      this.count = count;
      this.from.set(from);
      this.to.set(to);
    };
  }

  /** The same of a retraction that may be left out. */
  with(fedMm: number, drawnMm: number): number {
    const end = fedMm - drawnMm;
    let times = 1;
    for (let back = 1; back <= Math.min(this.count, MOST - 1); back++) {
      const k = (this.count - back) % MOST;
      if (this.to[k]! <= end + NEGLIGIBLE_MM) break; // filament goes forward: those before it ended earlier still
      if (this.from[k]! <= end + NEGLIGIBLE_MM) times++;
    }
    return times;
  }
}
/** Retractions to one place differ by the rounding of their figures. */
const NEGLIGIBLE_MM = 1e-3;
