import type { Truth } from './truth.ts';

const ROOM_C = 21;
const NEAR_C = 1.5;
/** A nozzle by its head, or the bed. */
export type Heater = number | 'bed';

/** Nozzles and bed of a simulated machine as they warm and cool, each with its lag. */
export class Heaters {
  /** Nozzles by head, those that were ever spoken to. */
  readonly nozzles = new Map<number, { nowC: number; targetC: number }>();
  readonly bed = { nowC: ROOM_C, targetC: 0 };

  constructor(private readonly truth: Truth) {}

  of(what: Heater): { nowC: number; targetC: number } {
    if (what === 'bed') return this.bed;
    const known = this.nozzles.get(what);
    if (known) return known;
    const nozzle = { nowC: ROOM_C, targetC: 0 };
    this.nozzles.set(what, nozzle);
    return nozzle;
  }
  private lagS(what: Heater): number {
    return what === 'bed' ? this.truth.bedLagS : this.truth.nozzleLagS;
  }
  get all(): readonly Heater[] {
    return ['bed', ...this.nozzles.keys()];
  }

  off(): void {
    for (const what of this.all) this.of(what).targetC = 0;
  }
  pass(s: number): void {
    for (const what of this.all) {
      const of = this.of(what);
      const toC = Math.max(of.targetC, ROOM_C);
      of.nowC = toC + (of.nowC - toC) * Math.exp(-s / this.lagS(what));
    }
  }
  /** Whether a controller that waits for it goes on. */
  isReached(what: Heater): boolean {
    const { nowC, targetC } = this.of(what);
    return targetC <= ROOM_C || Math.abs(nowC - targetC) <= NEAR_C;
  }
  /** How long it takes from now until its target is reached. */
  waitS(what: Heater): number {
    const { nowC, targetC } = this.of(what);
    return this.isReached(what) ? 0 : this.lagS(what) * Math.log(Math.abs(targetC - nowC) / NEAR_C);
  }
  /** How hot a nozzle really is, whatever its sensor says. */
  reallyC(head: number): number {
    return this.of(head).nowC + this.truth.nozzleErrorC;
  }
}
