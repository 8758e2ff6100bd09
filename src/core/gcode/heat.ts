import { noteProblem, type ProgramFacts } from './facts.ts';

/** Warm-up rates for the heating estimate: nozzle 2 °C/s, bed 0.4 °C/s from 20 °C. Common practice, no source. */
const NOZZLE_C_PER_S = 2;
const BED_C_PER_S = 0.4;
const ROOM_C = 20;

/** Follows what a program asks of nozzle and bed, and whether it waits before it extrudes. */
export class HeatFollower {
  nozzleWaited = false;
  /** Whether a target changed since the last extrusion. */
  isChanged = true;
  private bedWaited = true;
  private nozzleNowC = ROOM_C;
  private bedNowC = ROOM_C;

  constructor(private readonly facts: ProgramFacts) {}

  /** What the first extrusion after a change of heat tells. */
  noteExtrusion(line: number): void {
    const facts = this.facts;
    this.isChanged = false;
    if (facts.firstExtrusionLine === 0) facts.firstExtrusionLine = line;
    if (!this.nozzleWaited && facts.coldExtrusionLine === 0) facts.coldExtrusionLine = line;
    if (!this.bedWaited && facts.coldBedLine === 0) facts.coldBedLine = line;
    if (facts.nozzleTargetC < facts.nozzleMinExtrudingC) {
      facts.nozzleMinExtrudingC = facts.nozzleTargetC;
      facts.nozzleMinExtrudingLine = line;
    }
    if (facts.nozzleTargetC > facts.nozzleMaxExtrudingC) {
      facts.nozzleMaxExtrudingC = facts.nozzleTargetC;
      facts.nozzleMaxExtrudingLine = line;
    }
    if (facts.bedMaxC > 0 && facts.bedTargetC < facts.bedMinExtrudingC) {
      facts.bedMinExtrudingC = facts.bedTargetC;
      facts.bedMinExtrudingLine = line;
    }
  }

  /** True where the program stands still for it. */
  setNozzle(targetC: number, wait: boolean, line: number): boolean {
    const facts = this.facts;
    if (Number.isNaN(targetC)) {
      noteProblem(facts, line, 'noTemperature', 'a nozzle temperature without a figure');
      return false;
    }
    this.isChanged = true;
    if (targetC > facts.nozzleTargetC) this.nozzleWaited = false;
    facts.nozzleTargetC = targetC;
    if (targetC > facts.nozzleMaxC) {
      facts.nozzleMaxC = targetC;
      facts.nozzleMaxLine = line;
    }
    if (!wait) return false;
    this.nozzleWaited = targetC > 0;
    if (targetC > this.nozzleNowC) facts.heatingS += (targetC - this.nozzleNowC) / NOZZLE_C_PER_S;
    this.nozzleNowC = targetC;
    return true;
  }

  /** True where the program stands still for it. */
  setBed(targetC: number, wait: boolean, line: number): boolean {
    const facts = this.facts;
    if (Number.isNaN(targetC)) {
      noteProblem(facts, line, 'noTemperature', 'a bed temperature without a figure');
      return false;
    }
    this.isChanged = true;
    if (targetC > facts.bedTargetC) this.bedWaited = false;
    if (targetC === 0) this.bedWaited = true;
    facts.bedTargetC = targetC;
    if (targetC > facts.bedMaxC) {
      facts.bedMaxC = targetC;
      facts.bedMaxLine = line;
    }
    if (!wait) return false;
    this.bedWaited = true;
    if (targetC > this.bedNowC) facts.heatingS += (targetC - this.bedNowC) / BED_C_PER_S;
    this.bedNowC = targetC;
    return true;
  }
}
