import type { Rectangle } from './bed.ts';
import { DrivePasses } from './drivePasses.ts';
import type { ProblemKind } from './interpreter.ts';

/** What a program asks of one head, with the lines it asks it on. */
export interface HeadFacts {
  readonly tool: number;
  /** Filament fed since the program began, and the highest that ever was: a retraction and its refill cancel, over a change of tools
   *  too. */
  advance: number;
  highestAdvance: number;
  nozzleMaxC: number;
  nozzleMaxLine: number;
  nozzleTargetC: number;
  /** Whether the program has waited for the target. */
  isWaited: boolean;
  /** Lowest and highest nozzle target at which anything was extruded. */
  nozzleMinExtrudingC: number;
  nozzleMinExtrudingLine: number;
  nozzleMaxExtrudingC: number;
  nozzleMaxExtrudingLine: number;
  firstExtrusionLine: number;
  /** Line of the first extrusion that no wait for the nozzle came before, or 0. */
  coldExtrusionLine: number;
  retractions: number;
  /** Drawn back and not refilled yet, over several moves and beside a wipe, and the line of the last of them. */
  drawnMm: number;
  drawnLine: number;
  /** Filament fed when it began to go back. */
  drawnFromMm: number;
  readonly passes: DrivePasses;
  /** Most times that one piece of filament was taken back, and the line of the last of them. */
  mostPasses: number;
  mostPassesLine: number;
  longestRetractionMm: number;
  longestRetractionLine: number;
  shortestRetractionMm: number;
  shortestRetractionLine: number;
  fastestRetractionMmPerS: number;
  highestFlowMm3PerS: number;
  highestFlowLine: number;
  highestFlowCommandedMm3PerS: number;
  /** Longest that it stood at each temperature while another head was at work, and the line from which on: the first few temperatures. */
  readonly rests: { celsius: number; s: number; line: number }[];
  /** When it was left hot, and the line that did so; null at work and while it is cold. */
  restsSince: { s: number; line: number } | null;
}

/** Temperatures at which waits are kept, of each head. */
const MOST_RESTS = 16;
/** A head stood so hot until now. */
export function noteRest(head: HeadFacts, nowS: number): void {
  const since = head.restsSince;
  head.restsSince = null;
  if (!since) return;
  const s = nowS - since.s;
  const known = head.rests.find((r) => r.celsius === head.nozzleTargetC);
  if (!known) {
    if (s > 0 && head.rests.length < MOST_RESTS) head.rests.push({ celsius: head.nozzleTargetC, s, line: since.line });
  } else if (s > known.s) {
    known.s = s;
    known.line = since.line;
  }
}

export const emptyHead = (tool: number): HeadFacts => ({
  tool,
  advance: 0,
  highestAdvance: 0,
  nozzleMaxC: 0,
  nozzleMaxLine: 0,
  nozzleTargetC: 0,
  isWaited: false,
  nozzleMinExtrudingC: Infinity,
  nozzleMinExtrudingLine: 0,
  nozzleMaxExtrudingC: -Infinity,
  nozzleMaxExtrudingLine: 0,
  firstExtrusionLine: 0,
  coldExtrusionLine: 0,
  retractions: 0,
  drawnMm: 0,
  drawnLine: 0,
  drawnFromMm: 0,
  passes: new DrivePasses(),
  mostPasses: 0,
  mostPassesLine: 0,
  longestRetractionMm: 0,
  longestRetractionLine: 0,
  shortestRetractionMm: Infinity,
  shortestRetractionLine: 0,
  fastestRetractionMmPerS: 0,
  highestFlowMm3PerS: 0,
  highestFlowLine: 0,
  highestFlowCommandedMm3PerS: 0,
  rests: [],
  restsSince: null,
});

/** What a program says besides its moves, with the lines it says it on. Lists are capped, counts are not. */
export interface ProgramFacts {
  bedMaxC: number;
  bedMaxLine: number;
  chamberMaxC: number;
  chamberMaxLine: number;
  bedTargetC: number;
  /** Lowest bed target while extruding, once it had been set. */
  bedMinExtrudingC: number;
  bedMinExtrudingLine: number;
  /** Line of the first extrusion while the bed was set but not waited for, or 0. */
  coldBedLine: number;
  homedLine: number;
  movedBeforeHomingLine: number;
  /** First line laid after the motors were off, not homed again; 0 where none is. */
  laidUnheldLine: number;
  extrudingMoves: number;
  travelMoves: number;
  filamentOnlyMoves: number;
  highestAccelerationMmPerS2: number;
  highestAccelerationLine: number;
  /** Hardest acceleration in force while something was laid, and the line that set it: 0 where the machine's own was. */
  printAccelerationMmPerS2: number;
  printAccelerationLine: number;
  /** Furthest that anything was laid from the middle of a round plate. */
  furthestMm: number;
  furthestLine: number;
  /** Furthest that anything was laid beyond the edge of a plate with an outline of its own, and where. */
  beyondOutline: { mm: number; line: number; x: number; y: number } | null;
  /** Zones in which something was laid where nothing may be, and where first. */
  inZones: { zone: Rectangle; line: number; x: number; y: number }[];
  /** Per axis X Y Z E: the highest speed asked for beyond the axis's own limit, its line, how often. */
  speedBeyond: { mmPerS: number; line: number; count: number }[];
  tools: number[];
  toolLine: number[];
  /** Part fan as it is set, percent; the first of many. */
  fan: { percent: number; line: number }[];
  fanMaxPercent: number;
  fanMaxLine: number;
  /** Deepest the program goes on laying below what it has laid before: how far down, beside how high, where. */
  backDown: { zMm: number; besideMm: number; line: number } | null;
  /** Deepest the nozzle is sent through what the program has laid, and where. */
  struck: { deepMm: number; zMm: number; line: number; x: number; y: number } | null;
  inchesLine: number;
  /** Stops that wait for a person. */
  pauses: number;
  pauseLine: number;
  longestDwellS: number;
  longestDwellLine: number;
  /** Factors the program sets on its own speeds and flow, furthest from 100. */
  speedFactor: { percent: number; line: number } | null;
  flowFactor: { percent: number; line: number } | null;
  /** Largest speed limit of X or Y that the program sets (M203), as it is written, and its line. */
  feedLimit: { figure: number; line: number } | null;
  missingFeedLine: number;
  heatingS: number;
  dwellS: number;
  /** What takes its time beside moves: homings (of one axis a third), levellings, primings by macro, changes of head. */
  homings: number;
  levellings: number;
  primings: number;
  headChanges: number;
  spiralTurns: number;
  unknownWords: Map<string, { count: number; line: number }>;
  problems: { line: number; kind: ProblemKind; text: string }[];
  problemCount: number;
  wrongChecksums: number;
  wrongChecksumLine: number;
}

export function emptyFacts(): ProgramFacts {
  return {
    bedMaxC: 0,
    bedMaxLine: 0,
    chamberMaxC: 0,
    chamberMaxLine: 0,
    bedTargetC: 0,
    bedMinExtrudingC: Infinity,
    bedMinExtrudingLine: 0,
    coldBedLine: 0,
    homedLine: 0,
    movedBeforeHomingLine: 0,
    laidUnheldLine: 0,
    extrudingMoves: 0,
    travelMoves: 0,
    filamentOnlyMoves: 0,
    highestAccelerationMmPerS2: 0,
    highestAccelerationLine: 0,
    printAccelerationMmPerS2: 0,
    printAccelerationLine: 0,
    furthestMm: 0,
    furthestLine: 0,
    beyondOutline: null,
    inZones: [],
    speedBeyond: [0, 1, 2, 3].map(() => ({ mmPerS: 0, line: 0, count: 0 })),
    tools: [],
    toolLine: [],
    fan: [],
    fanMaxPercent: 0,
    fanMaxLine: 0,
    backDown: null,
    struck: null,
    inchesLine: 0,
    pauses: 0,
    pauseLine: 0,
    longestDwellS: 0,
    longestDwellLine: 0,
    speedFactor: null,
    flowFactor: null,
    feedLimit: null,
    missingFeedLine: 0,
    heatingS: 0,
    dwellS: 0,
    homings: 0,
    levellings: 0,
    primings: 0,
    headChanges: 0,
    spiralTurns: 0,
    unknownWords: new Map(),
    problems: [],
    problemCount: 0,
    wrongChecksums: 0,
    wrongChecksumLine: 0,
  };
}

const MOST_LISTED = 50;

export function noteProblem(facts: ProgramFacts, line: number, kind: ProblemKind, text: string): void {
  facts.problemCount++;
  if (facts.problems.length < MOST_LISTED) facts.problems.push({ line, kind, text });
}

/** Fan settings kept: enough for the first layers and the changes a technician would look at. */
const MOST_FAN = 64;
export function noteFan(facts: ProgramFacts, percent: number, line: number): void {
  if (percent > facts.fanMaxPercent) {
    facts.fanMaxPercent = percent;
    facts.fanMaxLine = line;
  }
  if (facts.fan.length < MOST_FAN) facts.fan.push({ percent, line });
}

export function noteChamber(facts: ProgramFacts, celsius: number, line: number): void {
  if (Number.isNaN(celsius)) noteProblem(facts, line, 'noTemperature', 'a chamber temperature without a figure');
  else if (celsius > facts.chamberMaxC) {
    facts.chamberMaxC = celsius;
    facts.chamberMaxLine = line;
  }
}

/** Factors are told, and applied: flow, speed and time are those that print. */
export function noteFactor(facts: ProgramFacts, of: 'speedFactor' | 'flowFactor', percent: number, line: number): void {
  if (percent !== 100 && Math.abs(percent - 100) > Math.abs((facts[of]?.percent ?? 100) - 100))
    facts[of] = { percent, line };
}

export function noteDwell(facts: ProgramFacts, s: number, line: number): void {
  facts.dwellS += s;
  if (s <= facts.longestDwellS) return;
  facts.longestDwellS = s;
  facts.longestDwellLine = line;
}

export function noteUnknown(facts: ProgramFacts, word: string, line: number): void {
  const known = facts.unknownWords.get(word);
  if (known) known.count++;
  else if (facts.unknownWords.size < MOST_LISTED * 4) facts.unknownWords.set(word, { count: 1, line });
}
