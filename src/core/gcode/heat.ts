import type { WarmingRates } from '../motion/limits.ts';
import { noteChamber, noteProblem, noteRest, type HeadFacts, type ProgramFacts } from './facts.ts';

/** Warm-up rates from 20 °C where nobody has measured them, all heaters beside each other. Common practice, no source. */
export const usualWarming: Required<WarmingRates> = { nozzleCPerS: 2, bedCPerS: 0.4, chamberCPerS: 0.05 };
const ROOM_C = 20;

/** Follows what a program asks of its nozzles and the bed, and whether it waits before it extrudes. */
export class HeatFollower {
  private bedWaited = true;
  private readonly nowC = new Map<HeadFacts, number>();
  private bedNowC = ROOM_C;
  private chamberNowC = ROOM_C;
  private chamberTargetC = 0;
  private readonly rates: Required<WarmingRates>;
  private atWork: HeadFacts | null = null;
  /** Heads that were ever told how hot. */
  private readonly asked = new Set<HeadFacts>();

  constructor(
    private readonly facts: ProgramFacts,
    rates: WarmingRates = {},
    /** Time since the program began; of moves that may still be planned otherwise, only what is certain. */
    private readonly nowS: () => number = () => 0,
  ) {
    this.rates = { ...usualWarming, ...rates };
  }

  /** What the first extrusion of a head after a change of heat tells. */
  noteExtrusion(head: HeadFacts, line: number): void {
    const { facts } = this;
    if (head.firstExtrusionLine === 0) head.firstExtrusionLine = line;
    if (!head.isWaited && head.coldExtrusionLine === 0) head.coldExtrusionLine = line;
    if (!this.bedWaited && facts.coldBedLine === 0) facts.coldBedLine = line;
    if (head.nozzleTargetC < head.nozzleMinExtrudingC) {
      head.nozzleMinExtrudingC = head.nozzleTargetC;
      head.nozzleMinExtrudingLine = line;
    }
    if (head.nozzleTargetC > head.nozzleMaxExtrudingC) {
      head.nozzleMaxExtrudingC = head.nozzleTargetC;
      head.nozzleMaxExtrudingLine = line;
    }
    if (facts.bedMaxC > 0 && facts.bedTargetC < facts.bedMinExtrudingC) {
      facts.bedMinExtrudingC = facts.bedTargetC;
      facts.bedMinExtrudingLine = line;
    }
  }

  /** A head is taken. */
  take(head: HeadFacts): void {
    this.atWork = head;
    noteRest(head, this.nowS());
  }
  /** The program is at its end. */
  finish(): void {
    for (const head of this.asked) noteRest(head, this.nowS());
  }
  private standsFrom(head: HeadFacts, line: number): void {
    if (head !== this.atWork && head.nozzleTargetC > 0) head.restsSince = { s: this.nowS(), line };
  }

  /** A head is left: it is taken to have cooled to what it was told when it is wanted again. */
  leave(head: HeadFacts, line: number): void {
    this.atWork = null;
    this.standsFrom(head, line);
    const nowC = this.nowC.get(head) ?? ROOM_C;
    this.nowC.set(head, Math.min(nowC, Math.max(ROOM_C, head.nozzleTargetC)));
  }

  /** The program waits for every heater that is on. */
  waitForAll(heads: readonly HeadFacts[]): void {
    let longestS = Math.max(
      (this.facts.bedTargetC - this.bedNowC) / this.rates.bedCPerS,
      (this.chamberTargetC - this.chamberNowC) / this.rates.chamberCPerS,
    );
    for (const head of heads) {
      head.isWaited ||= head.nozzleTargetC > 0;
      longestS = Math.max(longestS, (head.nozzleTargetC - (this.nowC.get(head) ?? ROOM_C)) / this.rates.nozzleCPerS);
    }
    this.bedWaited = true;
    this.wait(longestS);
  }

  /** True where the program stands still for it. */
  setNozzle(head: HeadFacts, targetC: number, wait: boolean, line: number): boolean {
    const { facts } = this;
    if (Number.isNaN(targetC)) {
      noteProblem(facts, line, 'noTemperature', 'a nozzle temperature without a figure');
      return false;
    }
    this.asked.add(head);
    if (targetC > head.nozzleTargetC) head.isWaited = false;
    noteRest(head, this.nowS());
    head.nozzleTargetC = targetC;
    this.standsFrom(head, line);
    if (targetC > head.nozzleMaxC) {
      head.nozzleMaxC = targetC;
      head.nozzleMaxLine = line;
    }
    if (!wait) return false;
    head.isWaited = targetC > 0;
    this.wait((targetC - (this.nowC.get(head) ?? ROOM_C)) / this.rates.nozzleCPerS);
    this.nowC.set(head, targetC);
    return true;
  }

  /** True where the program stands still for it. */
  setBed(targetC: number, wait: boolean, line: number): boolean {
    const facts = this.facts;
    if (Number.isNaN(targetC)) {
      noteProblem(facts, line, 'noTemperature', 'a bed temperature without a figure');
      return false;
    }
    if (targetC > facts.bedTargetC) this.bedWaited = false;
    if (targetC === 0) this.bedWaited = true;
    facts.bedTargetC = targetC;
    if (targetC > facts.bedMaxC) {
      facts.bedMaxC = targetC;
      facts.bedMaxLine = line;
    }
    if (!wait) return false;
    this.bedWaited = true;
    this.wait((targetC - this.bedNowC) / this.rates.bedCPerS);
    this.bedNowC = targetC;
    return true;
  }

  /** True where the program stands still for it. */
  setChamber(targetC: number, wait: boolean, line: number): boolean {
    noteChamber(this.facts, targetC, line);
    if (Number.isNaN(targetC)) return false;
    this.chamberTargetC = targetC;
    if (!wait) return false;
    this.wait((targetC - this.chamberNowC) / this.rates.chamberCPerS);
    return true;
  }

  /** The program stands still so long; every heater that is on goes on warming meanwhile. */
  private wait(s: number): void {
    if (!(s > 0)) return;
    this.facts.heatingS += s;
    const { nozzleCPerS, bedCPerS, chamberCPerS } = this.rates;
    const warmed = (nowC: number, targetC: number, cPerS: number): number =>
      nowC < targetC ? Math.min(targetC, nowC + cPerS * s) : nowC;
    for (const head of this.asked) {
      const nowC = this.nowC.get(head) ?? ROOM_C;
      if (nowC < head.nozzleTargetC) this.nowC.set(head, warmed(nowC, head.nozzleTargetC, nozzleCPerS));
    }
    this.bedNowC = warmed(this.bedNowC, this.facts.bedTargetC, bedCPerS);
    this.chamberNowC = warmed(this.chamberNowC, this.chamberTargetC, chamberCPerS);
  }
}
