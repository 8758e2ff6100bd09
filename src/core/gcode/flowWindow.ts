/** Path over which melt flow is averaged, mm, so that finely cut curves are judged like whole ones. */
export const FLOW_WINDOW_MM = 1;

/** Mean of filament volume per length × speed over the last mm of path, as planned and as commanded. Travel counts as path
 *  without volume. A piece of 1 mm and more is judged by itself at the highest speed reached in it. Figures go in and come
 *  out through fields, because V8 boxes doubles passed as arguments. */
export class FlowWindow {
  private readonly lengths = new Float64Array(1 << 12);
  private readonly plannedIntegrals = new Float64Array(1 << 12);
  private readonly commandedIntegrals = new Float64Array(1 << 12);
  private first = 0;
  private end = 0;
  /** Running sums: length, planned and commanded ∫ volume/length · speed ds. */
  private readonly sum = new Float64Array(3);
  /** The piece to add: length, planned and commanded integral. */
  readonly piece = new Float64Array(3);
  /** Means over the last mm after `addShort`: planned, commanded. */
  readonly mean = new Float64Array(2);

  /** Adds a piece shorter than the window and leaves the means over the last mm in `mean`. */
  addShort(): void {
    if (this.end === this.lengths.length) this.compact();
    const { lengths, plannedIntegrals, commandedIntegrals, sum, piece } = this;
    const end = this.end++;
    lengths[end] = piece[0]!;
    plannedIntegrals[end] = piece[1]!;
    commandedIntegrals[end] = piece[2]!;
    let length = sum[0]! + piece[0]!;
    let planned = sum[1]! + piece[1]!;
    let commanded = sum[2]! + piece[2]!;
    let first = this.first;
    while (length - lengths[first]! >= FLOW_WINDOW_MM) {
      length -= lengths[first]!;
      planned -= plannedIntegrals[first]!;
      commanded -= commandedIntegrals[first]!;
      first++;
    }
    this.first = first;
    sum[0] = length;
    sum[1] = planned;
    sum[2] = commanded;
    const share = length > FLOW_WINDOW_MM ? (length - FLOW_WINDOW_MM) / lengths[first]! : 0;
    this.mean[0] = (planned - plannedIntegrals[first]! * share) / FLOW_WINDOW_MM;
    this.mean[1] = (commanded - commandedIntegrals[first]! * share) / FLOW_WINDOW_MM;
  }

  /** A piece of 1 mm and more empties the window; only its last mm, given in `piece`, stays in it. */
  addLong(): void {
    this.first = 0;
    this.end = 1;
    this.lengths[0] = this.sum[0] = FLOW_WINDOW_MM;
    this.plannedIntegrals[0] = this.sum[1] = this.piece[1]!;
    this.commandedIntegrals[0] = this.sum[2] = this.piece[2]!;
  }

  private compact(): void {
    if (this.first === 0) {
      // thousands of pieces within one mm: forget the oldest half, they are the shortest part of it
      const half = this.end >> 1;
      for (let i = 0; i < half; i++) {
        this.sum[0]! -= this.lengths[i]!;
        this.sum[1]! -= this.plannedIntegrals[i]!;
        this.sum[2]! -= this.commandedIntegrals[i]!;
      }
      this.first = half;
    }
    for (const column of [this.lengths, this.plannedIntegrals, this.commandedIntegrals])
      column.copyWithin(0, this.first, this.end);
    this.end -= this.first;
    this.first = 0;
  }
}
