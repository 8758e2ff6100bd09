import { noteChamber, noteDwell, noteFactor, noteFan, noteUnknown } from './facts.ts';
import { accelerationsOf, heatOf } from './modalState.ts';
import type { ProgramTally } from './tally.ts';
import { LETTER, type LineWords } from './words.ts';

const { E, J, P, S, T, X, Y, Z } = LETTER;
/** A longer wait is a slip of unit. */
const LONGEST_DWELL_S = 1e6;

/** Takes a G command that is no motion and sets no mode but what a check wants to know of. */
export function takeG(run: ProgramTally, code: number, w: LineWords, line: number): void {
  const { facts, planner } = run;
  switch (code) {
    case 4: {
      const s = w.has(S) ? w.values[S]! : w.has(P) ? w.values[P]! / 1000 : 0;
      planner.rest();
      if (!(s > 0 && s < LONGEST_DWELL_S)) return;
      noteDwell(facts, s, line);
      if (run.layer >= 0) run.layers.columns.timeS[run.layer]! += s; // it cools meanwhile
      return;
    }
    case 10:
      planner.rest();
      run.head.retractions++;
      if (run.layer >= 0) run.layers.columns.retractions[run.layer]!++;
      return;
    case 11:
      planner.rest();
      return;
    case 17:
      return;
    case 20:
      if (facts.inchesLine === 0) facts.inchesLine = line;
      return;
    default:
      noteUnknown(facts, `G${code}`, line);
  }
}

/** Takes an M command. */
export function takeM(run: ProgramTally, code: number, w: LineWords, line: number): void {
  const v = w.values;
  switch (code) {
    case 104:
    case 109:
      setNozzle(run, w, code === 109, line);
      return;
    case 140:
    case 190:
      if (run.heat.setBed(heatOf(w), code === 190, line)) run.planner.rest();
      return;
    case 141:
    case 191:
      noteChamber(run.facts, heatOf(w), line);
      return;
    case 0:
    case 1:
      run.facts.pauses++;
      if (run.facts.pauseLine === 0) run.facts.pauseLine = line;
      return;
    case 106: // a full fan is 255
      if (w.has(P) && v[P] !== 0) return; // another fan than the part's
      noteFan(run.facts, w.has(S) ? Math.min(100, Math.max(0, (v[S]! / 255) * 100)) : 100, line);
      return;
    case 107:
      noteFan(run.facts, 0, line);
      return;
    case 220:
    case 221:
      if (w.has(S)) noteFactor(run.facts, code === 220 ? 'speedFactor' : 'flowFactor', v[S]!, line);
      return;
    case 201:
      tighten(run, run.maxAcceleration, run.limits.maxAccelerationMmPerS2, w, line);
      return;
    case 203:
      tighten(run, run.maxFeed, run.limits.maxFeedMmPerS, w, 0);
      return;
    case 204: {
      const [ofLines, ofTravel] = accelerationsOf(w);
      if (ofLines > 0) {
        noteAcceleration(run, ofLines, line);
        run.printAcceleration = Math.min(ofLines, run.limits.accelerationMmPerS2);
      }
      if (ofTravel > 0) {
        noteAcceleration(run, ofTravel, line);
        run.travelAcceleration = Math.min(
          ofTravel,
          run.limits.travelAccelerationMmPerS2 ?? run.limits.accelerationMmPerS2,
        );
      }
      return;
    }
    case 205: {
      const most = run.limits.instantSpeedChangeMmPerS;
      const p = run.planner;
      if (w.has(X) && v[X]! >= 0) p.setInstantSpeedChange(0, Math.min(most, v[X]!));
      if (w.has(Y) && v[Y]! >= 0) p.setInstantSpeedChange(1, Math.min(most, v[Y]!));
      if (w.has(Z) && v[Z]! >= 0) p.setInstantSpeedChange(2, Math.min(most, v[Z]!));
      if (w.has(J) && v[J]! > 0 && run.limits.junctionDeviationMm !== null)
        p.junctionDeviationMm = Math.min(run.limits.junctionDeviationMm, v[J]!);
      return;
    }
    default:
      if (!QUIET_M.has(code)) noteUnknown(run.facts, `M${code}`, line);
  }
}

/** Of the head that is named, else of the one at work. */
function setNozzle(run: ProgramTally, w: LineWords, wait: boolean, line: number): void {
  const head = w.has(T) ? run.headOf(w.values[T]!) : run.head;
  if (run.heat.setNozzle(head, heatOf(w), wait, line)) run.planner.rest();
}

/** File limit words apply from their line on and never exceed the machine's. */
function tighten(
  run: ProgramTally,
  current: Float64Array,
  machine: readonly number[],
  w: LineWords,
  accelerationLine: number,
): void {
  [X, Y, Z, E].forEach((letter, axis) => {
    if ((w.mask & (1 << letter)) === 0) return;
    const asked = w.values[letter]!;
    if (!(asked > 0)) return;
    if (accelerationLine > 0 && axis < 2 && asked > machine[axis]!) noteAcceleration(run, asked, accelerationLine);
    current[axis] = Math.min(asked, machine[axis]!);
  });
}

function noteAcceleration(run: ProgramTally, asked: number, line: number): void {
  if (asked > run.facts.highestAccelerationMmPerS2) {
    run.facts.highestAccelerationMmPerS2 = asked;
    run.facts.highestAccelerationLine = line;
  }
}

/** Commands that change nothing a report reads: motors, messages, reports, fans, end. Common practice, no source. */
const QUIET_M: ReadonlySet<number> = new Set([2, 17, 18, 30, 73, 84, 105, 110, 114, 115, 117, 118, 400]);
