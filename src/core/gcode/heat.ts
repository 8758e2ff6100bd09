import { noteProblem, type HeadFacts, type ProgramFacts } from './facts.ts';

/** Warm-up rates for the heating estimate, all heaters beside each other: nozzle 2 °C/s, bed 0.4 °C/s from 20 °C. Common practice, no source. */
const NOZZLE_C_PER_S = 2;
const BED_C_PER_S = 0.4;
const ROOM_C = 20;

/** Follows what a program asks of its nozzles and the bed, and whether it waits before it extrudes. */
export class HeatFollower {
  private bedWaited = true;
  private readonly nowC = new Map<HeadFacts, number>();
  private bedNowC = ROOM_C;
  /** Heads that were ever told how hot. */
  private readonly asked = new Set<HeadFacts>();

  constructor(private readonly facts: ProgramFacts) {}

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

  /** A head is left: it is taken to have cooled to what it was told when it is wanted again. */
  leave(head: HeadFacts): void {
    const nowC = this.nowC.get(head) ?? ROOM_C;
    this.nowC.set(head, Math.min(nowC, Math.max(ROOM_C, head.nozzleTargetC)));
  }

  /** The program waits for every heater that is on. */
  waitForAll(heads: readonly HeadFacts[]): void {
    let longestS = (this.facts.bedTargetC - this.bedNowC) / BED_C_PER_S;
    for (const head of heads) {
      head.isWaited ||= head.nozzleTargetC > 0;
      longestS = Math.max(longestS, (head.nozzleTargetC - (this.nowC.get(head) ?? ROOM_C)) / NOZZLE_C_PER_S);
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
    head.nozzleTargetC = targetC;
    if (targetC > head.nozzleMaxC) {
      head.nozzleMaxC = targetC;
      head.nozzleMaxLine = line;
    }
    if (!wait) return false;
    head.isWaited = targetC > 0;
    this.wait((targetC - (this.nowC.get(head) ?? ROOM_C)) / NOZZLE_C_PER_S);
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
    this.wait((targetC - this.bedNowC) / BED_C_PER_S);
    this.bedNowC = targetC;
    return true;
  }

  /** The program stands still so long; every heater that is on goes on warming meanwhile. */
  private wait(s: number): void {
    if (!(s > 0)) return;
    this.facts.heatingS += s;
    for (const head of this.asked) {
      const nowC = this.nowC.get(head) ?? ROOM_C;
      if (nowC < head.nozzleTargetC) this.nowC.set(head, Math.min(head.nozzleTargetC, nowC + NOZZLE_C_PER_S * s));
    }
    if (this.bedNowC < this.facts.bedTargetC)
      this.bedNowC = Math.min(this.facts.bedTargetC, this.bedNowC + BED_C_PER_S * s);
  }
}
