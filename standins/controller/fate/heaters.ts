import type { Truth } from '../truth.ts';

const ROOM_C = 21;
const NEAR_C = 1.5;

/** Nozzles and bed as they warm and cool, each with its lag. */
export class Heaters {
  private readonly nozzles = new Map<number, { nowC: number; targetC: number }>();
  private readonly bed = { nowC: ROOM_C, targetC: 0 };

  constructor(private readonly truth: Truth) {}

  private of(what: number | 'bed'): { nowC: number; targetC: number } {
    if (what === 'bed') return this.bed;
    const known = this.nozzles.get(what);
    if (known) return known;
    const nozzle = { nowC: ROOM_C, targetC: 0 };
    this.nozzles.set(what, nozzle);
    return nozzle;
  }
  private lagS(what: number | 'bed'): number {
    return what === 'bed' ? this.truth.bedLagS : this.truth.nozzleLagS;
  }
  get all(): readonly (number | 'bed')[] {
    return ['bed', ...this.nozzles.keys()];
  }

  set(what: number | 'bed', targetC: number): void {
    this.of(what).targetC = targetC;
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
  targetC(what: number | 'bed'): number {
    return this.of(what).targetC;
  }
  /** How long it takes from now until its target is reached. */
  waitS(what: number | 'bed'): number {
    const { nowC, targetC } = this.of(what);
    const awayC = targetC > ROOM_C ? targetC - nowC : 0;
    return awayC > NEAR_C ? this.lagS(what) * Math.log(awayC / NEAR_C) : 0;
  }

  /** How hot it really is, whatever the sensor says. */
  nozzleC(head: number): number {
    return this.of(head).nowC + this.truth.nozzleErrorC;
  }
  get bedC(): number {
    return this.bed.nowC;
  }
}
