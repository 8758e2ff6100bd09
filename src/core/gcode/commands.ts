import { noteDwell, noteFactor, noteFan, noteUnknown } from './facts.ts';
import { parametersOf } from './reading.ts';
import { accelerationsOf, heatOf } from './modalState.ts';
import type { ProgramTally } from './tally.ts';
import { LETTER, type LineWords } from './words.ts';

const { E, F, J, L, P, S, T, X, Y, Z } = LETTER;
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
      run.layers.stoodS += s;
      if (run.layer >= 0) run.layers.columns.timeS[run.layer]! += s; // it cools meanwhile
      return;
    }
    case 10:
      if (w.has(L)) return noteUnknown(facts, `G10 L${w.values[LETTER.L]!}`, line); // sets offsets or tools
      return pullBack(run, -1, line);
    case 11:
      return pullBack(run, 1, line);
    case 29:
      facts.levellings++;
      planner.rest();
      return;
    case 30:
      planner.rest();
      return;
    case 20:
      if (facts.inchesLine === 0) facts.inchesLine = line;
      return;
    default:
      if (run.limits.reads?.macros?.[`G${code}`]) takeMacro(run, `G${code}`, '', line);
      else if (!QUIET_G.has(code)) noteUnknown(facts, `G${code}`, line);
  }
}

/** The controller's own retraction and refill: of a length of its own, where that is known. */
function pullBack(run: ProgramTally, sign: 1 | -1, line: number): void {
  run.planner.rest();
  const { ownRetraction: own, head } = run;
  if (own) run.filamentAlone(sign * (sign < 0 ? own.mm : head.drawnMm), line, own.mmPerS);
  else if (sign < 0) head.retractions++;
}

/** Does what a macro or word is known to do; what is not known is told. */
export function takeMacro(run: ProgramTally, name: string, call: string, line: number): void {
  const steps = run.limits.reads?.macros?.[name];
  if (!steps) return noteUnknown(run.facts, name, line);
  run.planner.rest();
  const asked = parametersOf(call);
  for (const { does, by } of steps) {
    const celsius = by === undefined ? NaN : Number(asked.get(by) ?? NaN);
    switch (does) {
      case 'homes':
        run.state.homeAll();
        run.homed(line);
        break;
      case 'heats nozzle':
        run.isUnsettled = true;
        run.heat.setNozzle(run.head, celsius, true, line);
        break;
      case 'heats bed':
        setBed(run, celsius, true, line);
        break;
      case 'cools':
        run.isUnsettled = true;
        for (const head of run.heads) run.heat.setNozzle(head, 0, false, line);
        run.heat.setBed(0, false, line);
        break;
      case 'pauses':
        notePause(run, line);
        break;
      case 'levels':
        run.facts.levellings++;
        break;
      case 'primes':
        run.facts.primings++;
        break;
      default:
    }
  }
}
function notePause({ facts }: ProgramTally, line: number): void {
  facts.pauses++;
  if (facts.pauseLine === 0) facts.pauseLine = line;
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
      setBed(run, heatOf(w), code === 190, line);
      return;
    case 141:
    case 191:
      if (run.heat.setChamber(heatOf(w), code === 191, line)) run.planner.rest();
      return;
    case 0:
    case 1:
    case 25:
    case 226:
    case 600:
    case 601:
      return notePause(run, line);
    case 18:
    case 84: // with a time, they go off only where nothing moves for so long; with E alone, the place is kept
      if (!w.has(S) && letters(w) !== 1 << E) run.motorsOff();
      return;
    case 116:
      run.heat.waitForAll(run.heads);
      run.planner.rest();
      return;
    case 207:
      if (w.has(S)) run.ownRetraction = { mm: v[S]!, mmPerS: w.has(F) ? v[F]! / 60 : (run.ownRetraction?.mmPerS ?? 0) };
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
      tighten(run, run.maxAcceleration, run.limits.maxAccelerationMmPerS2, w, line, 1);
      run.isUnsettled = true;
      return;
    case 203:
      for (const axis of [X, Y])
        if (w.has(axis) && v[axis]! > (run.facts.feedLimit?.figure ?? 0))
          run.facts.feedLimit = { figure: v[axis]!, line };
      tighten(run, run.maxFeed, run.limits.maxFeedMmPerS, w, 0, run.limits.reads?.areFeedLimitsPerMinute ? 1 / 60 : 1);
      return;
    case 204: {
      const [ofLines, ofTravel] = accelerationsOf(w);
      if (ofLines > 0) {
        noteAcceleration(run, ofLines, line);
        run.askAcceleration(ofLines, line);
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
      if (run.limits.reads?.macros?.[`M${code}`]) takeMacro(run, `M${code}`, '', line);
      else if (!QUIET_M.has(code)) noteUnknown(run.facts, `M${code}`, line);
  }
}

/** Axes and filament that a command names, with figures or without. */
const letters = (w: LineWords): number => (w.mask | w.bare) & ((1 << X) | (1 << Y) | (1 << Z) | (1 << E));

/** Of the head that is named, else of the one at work. */
function setNozzle(run: ProgramTally, w: LineWords, wait: boolean, line: number): void {
  run.isUnsettled = true;
  const head = w.has(T) ? run.headOf(w.values[T]!) : run.head;
  if (run.heat.setNozzle(head, heatOf(w), wait, line)) run.planner.rest();
}
function setBed(run: ProgramTally, celsius: number, wait: boolean, line: number): void {
  run.isUnsettled = true;
  if (run.heat.setBed(celsius, wait, line)) run.planner.rest();
}

/** File limit words apply from their line on and never exceed the machine's. */
function tighten(
  run: ProgramTally,
  current: Float64Array,
  machine: readonly number[],
  w: LineWords,
  accelerationLine: number,
  perUnit: number,
): void {
  [X, Y, Z, E].forEach((letter, axis) => {
    if ((w.mask & (1 << letter)) === 0) return;
    const asked = w.values[letter]! * perUnit;
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

/** Modes that RS274/NGC programs begin with and that change nothing here: compensation, offsets and canned cycles off, feed per minute. */
const QUIET_G: ReadonlySet<number> = new Set([40, 49, 54, 61, 64, 80, 94]);
/** Commands that change nothing a report reads: motors, messages, reports, card and light, sound, calibration kept in the controller, tool
 *  change. Common practice, no source. */
const QUIET_M: ReadonlySet<number> = new Set([
  2, 6, 17, 24, 27, 30, 31, 42, 73, 75, 76, 77, 78, 80, 81, 85, 105, 108, 110, 111, 112, 113, 114, 115, 117, 118, 119, 150, 155, 208, 211,
  280, 300, 355, 400, 401, 402, 413, 420, 486, 900, 905, 906, 907, 908, 914,
]); // prettier-ignore
