import type { GcodeReport } from '../../core/gcode/report.ts';
import type { MeshUnit } from '../../core/mesh/mesh.ts';
import type { Placement } from '../../core/mesh/placement.ts';
import type { Values } from '../library/settings/define.ts';
import type { StackReport } from '../../core/resin/stackReport.ts';
import type { MeshReport, DrawnMesh } from './meshReport.ts';
import type { Pace } from '../machines/model/pace.ts';

/** Where on the build plate a finding lies. */
export interface PlaceOnPlate {
  readonly xMm: number;
  readonly yMm: number;
}
export type Severity = 'blocker' | 'caution' | 'note';
export type BuildStage = 'before start' | 'first layer' | 'body' | 'end';

/** What a fix changes: values of a copy of the recipe, where things lie and how the part stands, or the unit its file is read in. */
export interface FindingChange {
  readonly values?: Values;
  /** Everything on the plate, moved alike. */
  readonly moveMm?: readonly [x: number, y: number];
  readonly scale?: Placement['scale'];
  readonly unit?: MeshUnit;
  /** The part turned further about the upright axis by so many degrees. */
  readonly turnAboutZ?: number;
}

export interface Finding {
  readonly rule: string;
  readonly severity: Severity;
  readonly stage: BuildStage;
  readonly title: string;
  readonly figure: string;
  readonly limit: string;
  readonly origin: string;
  readonly fix: string;
  readonly line: number | null;
  /** Height and layer it concerns, for the height ruler. */
  readonly zMm: number | null;
  readonly layer: number | null;
  readonly trialId: string | null;
  /** Head it concerns, from 1, where the job has several. */
  readonly head?: number;
  /** Place on the plate, where there is one. */
  readonly place?: PlaceOnPlate;
  /** It says only that nobody has proven it here, or that the proof is due. */
  readonly isUnproven?: boolean;
  readonly change?: FindingChange;
}
export interface RuleRun {
  readonly rule: string;
  readonly ran: boolean;
  /** What it needs and could not have; null where it ran. */
  readonly needs: string | null;
}
/** What a print takes its time for. */
export const timeParts = ['moves', 'heating', 'homing', 'levelling', 'priming', 'changes of head', 'pauses'] as const;
export type TimePart = (typeof timeParts)[number];
/** What words do of which nobody has said it: it takes its time as well. */
export const WORDS_NOT_KNOWN = 'words not known';
export interface Estimate {
  /** Moves and waits of the program. */
  readonly timeS: number;
  readonly heatingS: number;
  /** All of it, corrected by what prints on the machine took; estimates kept before it was worked out have none. */
  readonly lastsS?: number;
  readonly parts?: Readonly<Partial<Record<TimePart, number>>>;
  /** What the program asks for and nobody has timed on this machine: left out. */
  readonly notTimed?: readonly (TimePart | typeof WORDS_NOT_KNOWN)[];
  readonly pace?: Pace;
  readonly filamentMm: number;
  readonly massG: number;
  readonly cost: number;
  readonly layers: number;
  /** What each head takes, where there are several. */
  readonly heads?: readonly HeadEstimate[];
}
/** How long a print lasts in all. */
export const lastsOf = (e: Estimate | StackEstimate): number =>
  'resinMl' in e ? e.lastsS : (e.lastsS ?? e.timeS + e.heatingS);
/** The same as it was worked out, uncorrected by what prints took. */
export const workedOutOf = (e: Estimate | StackEstimate): number => lastsOf(e) / (e.pace?.ratio ?? 1);
export interface HeadEstimate {
  /** From 1. */
  readonly head: number;
  readonly material: string;
  readonly filamentMm: number;
  readonly massG: number;
}
export type Verdict = 'clear' | 'clear with cautions' | 'blocked';

/** What all rules together say of a job. */
export interface Judged {
  readonly verdict: Verdict;
  readonly sentence: string;
  readonly findings: readonly Finding[];
  readonly runs: readonly RuleRun[];
}
/** What a print of a layer stack takes. */
export interface StackEstimate {
  readonly lastsS: number;
  readonly layers: number;
  readonly resinMl: number;
  readonly massG: number;
  readonly pace?: Pace;
  readonly cost: number;
}
export interface StackOutcome extends Judged {
  readonly estimate: StackEstimate;
  readonly stack: StackReport;
  /** The mesh they were drawn of, where they were made here. */
  readonly mesh?: DrawnMesh;
}
/** The outcome of a check, of a program or of layers. */
export type JobOutcome = CheckOutcome | StackOutcome;
export const isOfLayers = (outcome: JobOutcome): outcome is StackOutcome => 'stack' in outcome;
/** The same where it is of a program; null where it is of layers, or none. */
export const ofProgram = (outcome: JobOutcome | null | undefined): CheckOutcome | null =>
  outcome && !isOfLayers(outcome) ? outcome : null;
export interface CheckOutcome extends Judged {
  readonly estimate: Estimate;
  /** The program that was checked: the job's own, or the one laid from its mesh. */
  readonly report: GcodeReport;
  /** The mesh, where the job is one. */
  readonly mesh?: MeshReport;
}
