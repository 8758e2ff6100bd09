/** Path over which melt flow is averaged, mm, so that finely cut curves are judged like whole ones. */
export const FLOW_WINDOW_MM = 1;

/** Largest mean of filament volume per length × speed over a 1 mm window of path. Travel counts as path without
 *  volume. A piece of 1 mm and more is judged by itself at the highest speed reached in it. */
export class FlowWindow {
  private readonly lengths = new Float64Array(1 << 12);
  private readonly integrals = new Float64Array(1 << 12);
  private first = 0;
  private end = 0;
  private lengthMm = 0;
  private integral = 0;

  /** Adds a piece shorter than the window and returns the mean over the last mm. `integral` = ∫ volume/length · speed ds. */
  addShort(lengthMm: number, integral: number): number {
    if (this.end === this.lengths.length) this.compact();
    this.lengths[this.end] = lengthMm;
    this.integrals[this.end++] = integral;
    this.lengthMm += lengthMm;
    this.integral += integral;
    while (this.lengthMm - this.lengths[this.first]! >= FLOW_WINDOW_MM) {
      this.lengthMm -= this.lengths[this.first]!;
      this.integral -= this.integrals[this.first++]!;
    }
    const over = this.lengthMm - FLOW_WINDOW_MM;
    const kept = over > 0 ? this.integral - (this.integrals[this.first]! * over) / this.lengths[this.first]! : this.integral;
    return kept / FLOW_WINDOW_MM;
  }

  /** A piece of 1 mm and more empties the window; only its last mm stays in it. */
  addLong(integralOfLastMm: number): void {
    this.first = 0;
    this.end = 1;
    this.lengths[0] = FLOW_WINDOW_MM;
    this.integrals[0] = integralOfLastMm;
    this.lengthMm = FLOW_WINDOW_MM;
    this.integral = integralOfLastMm;
  }

  private compact(): void {
    if (this.first === 0) { // thousands of pieces within one mm: forget the oldest half, they are the shortest part of it
      const half = this.end >> 1;
      for (let i = 0; i < half; i++) { this.lengthMm -= this.lengths[i]!; this.integral -= this.integrals[i]!; }
      this.first = half;
    }
    this.lengths.copyWithin(0, this.first, this.end);
    this.integrals.copyWithin(0, this.first, this.end);
    this.end -= this.first;
    this.first = 0;
  }
}
