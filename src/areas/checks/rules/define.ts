import type { GcodeReport } from '../../../core/gcode/report.ts';
import type { MeshReport } from '../model/mesh.ts';
import type { Bites, Finding, FindingChange, PlaceOnPlate, Severity } from '../model/outcome.ts';
import type { LimitSheet } from '../model/sheet.ts';

export interface RuleInput {
  readonly report: GcodeReport;
  readonly sheet: LimitSheet;
  /** The mesh the program was laid from; missing for a program that came as one. */
  readonly mesh?: MeshReport;
}
export interface Found {
  readonly severity: Severity;
  readonly title: string;
  readonly figure: string;
  readonly limit: string;
  readonly origin: string;
  readonly fix: string;
  readonly line?: number;
  readonly zMm?: number;
  readonly layer?: number;
  readonly trialId?: string;
  readonly bites?: Bites;
  readonly place?: PlaceOnPlate;
  /** The fix, as far as it can be done to a copy of the recipe or to where the part stands. */
  readonly change?: FindingChange;
}
/** What a rule gives when it has nothing to read: says so instead of passing in silence. */
export interface CannotRun {
  readonly missing: string;
}

export interface Rule {
  readonly id: string;
  readonly bites: Bites;
  readonly title: string;
  readonly why: string;
  readonly source: string;
  /** Jobs it is for: programs that came as such, or meshes; both if not said. */
  readonly of?: 'program' | 'mesh';
  readonly find: (input: RuleInput) => readonly Found[] | CannotRun;
  /** Cases that pass and fail, as changes to a plain sound job; the type asks for one of each. */
  readonly examples: {
    readonly passes: readonly [Example, ...Example[]];
    readonly fails: readonly [Example, ...Example[]];
  };
}
export interface Example {
  readonly says: string;
  readonly input: RuleInput;
}

export const defineRule = (rule: Rule): Rule => rule;
/** A rule over meshes: it is only asked about them. */
export const defineMeshRule = (
  rule: Omit<Rule, 'of' | 'find'> & {
    readonly find: (mesh: MeshReport, input: RuleInput) => readonly Found[] | CannotRun;
  },
): Rule => ({
  ...rule,
  of: 'mesh',
  find: (input) => (input.mesh ? rule.find(input.mesh, input) : { missing: 'the job has no mesh' }),
});

export function toFinding(rule: Rule, found: Found): Finding {
  return { rule: rule.id, bites: rule.bites, line: null, zMm: null, layer: null, trialId: null, ...found };
}

/** Layer number (from 1) and height of a line, from the rows sorted by height. */
export function placeOfLine(report: GcodeReport, line: number): { line: number; layer?: number; zMm?: number } {
  let best = -1;
  for (let i = 0; i < report.layerRows.length; i++) {
    const row = report.layerRows[i]!;
    if (row.firstLine <= line && (best < 0 || row.firstLine > report.layerRows[best]!.firstLine)) best = i;
  }
  return best < 0 ? { line } : { line, layer: best + 1, zMm: report.layerRows[best]!.zMm };
}
