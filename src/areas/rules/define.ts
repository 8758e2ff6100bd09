import { rangeOf } from '../library/settings/define.ts';
import type { GcodeReport } from '../../core/gcode/report.ts';
import type { StackReport } from '../../core/resin/stackReport.ts';
import { formatQuantity } from '../../core/units/format.ts';
import type { Proof } from '../library/model/records.ts';
import { findSetting, type SettingKey } from '../library/settings/catalogue.ts';
import { maySetInRecipe, type SettingValue } from '../library/settings/define.ts';
import type { CheckContext } from './context.ts';
import type { RecipeInput, RecipeMachine, RecipeRole, Technology } from './recipeInput.ts';
import type { MeshReport, DrawnMesh } from './meshReport.ts';
import type { BuildStage, Finding, FindingChange, PlaceOnPlate, Severity } from './outcome.ts';

/** A job as a subject: its program, the mesh that was made into it where there is one, and everything round it. */
export interface JobInput {
  readonly report: GcodeReport;
  readonly context: CheckContext;
  readonly mesh?: MeshReport;
}

/** A layer stack as a subject, with everything round it. */
export interface StackJob {
  readonly stack: StackReport;
  /** The mesh they were drawn of, where they were made here. */
  readonly mesh?: DrawnMesh;
  readonly context: CheckContext;
}

/** A fix in figures, as far as it can be done to a copy of the recipe, to how the part is placed, or at the machine. */
export interface Change extends FindingChange {
  readonly machine?: Partial<RecipeMachine>;
  readonly roles?: readonly RecipeRole[];
  readonly proofs?: Readonly<Record<string, Partial<Proof>>>;
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
  readonly stage?: BuildStage;
  readonly place?: PlaceOnPlate;
  /** It says only that nobody has proven it here, or that the proof is due: running a trial is the fix. */
  readonly isUnproven?: boolean;
  readonly change?: Change;
}
/** What a rule gives when it has nothing to look at: it names what it needs instead of passing in silence. */
export interface NotChecked {
  readonly needs: string;
}

/** Values as a rule reads them; reading one that the rule has not named is our bug. */
export interface RecipeReader {
  readonly input: RecipeInput;
  readonly has: (key: SettingKey) => boolean;
  readonly number: (key: SettingKey) => number;
  readonly text: (key: SettingKey) => string;
  readonly flag: (key: SettingKey) => boolean;
  readonly range: (key: SettingKey) => readonly [number, number];
  /** A value as it is shown, with its unit. */
  readonly show: (key: SettingKey, value?: SettingValue) => string;
}

/** How a rule looks at a recipe. */
export interface RecipeView {
  readonly about: 'recipe' | 'machine';
  /** Settings without which it cannot look. */
  readonly reads: readonly SettingKey[];
  /** Settings it reads where they are set. */
  readonly readsIfSet?: readonly SettingKey[];
  /** Settings of each role's material that it reads through the roles. */
  readonly readsOfRoles?: readonly SettingKey[];
  readonly needsMachine?: boolean;
  /** A setting it could not look without, where that depends on others. */
  readonly lacks?: (input: RecipeInput) => SettingKey | null;
  /** What somebody must have reported of the machine. */
  readonly needsReport?: 'speedPercent' | 'resinC';
  readonly find: (r: RecipeReader) => readonly Found[];
}
/** How a rule looks at the program that will run. */
export interface ProgramView {
  /** It is for programs that came as such; of one made here from a mesh another rule asks the mesh. */
  readonly only?: 'brought along';
  /** Facts of the program it reads. */
  readonly reads: readonly (keyof GcodeReport)[];
  readonly find: (job: JobInput) => readonly Found[] | NotChecked;
}
/** How a rule looks at a mesh as it stands on the plate, and at what is made of it. */
export interface MeshView {
  readonly reads: readonly (keyof MeshReport)[];
  /** Facts it reads of the program generated from the mesh. */
  readonly readsProgram?: readonly (keyof GcodeReport)[];
  readonly find: (mesh: MeshReport, job: JobInput) => readonly Found[] | NotChecked;
}

/** How a rule looks at the layers a resin printer will show. */
export interface LayersView {
  readonly reads: readonly (keyof StackReport)[];
  readonly find: (stack: StackReport, context: CheckContext) => readonly Found[] | NotChecked;
}

/** One question, asked of every subject it has a view of. */
export interface Rule {
  readonly id: string;
  readonly stage: BuildStage;
  /** Filament where it says nothing. */
  readonly technology?: 'resin' | 'both';
  readonly title: string;
  readonly why: string;
  readonly source: string;
  /** Rules whose question this one answers where it looks at a job: asked twice, they would be told twice. */
  readonly supersedes?: readonly string[];
  /** Asked of each head that lays something, with its own recipe and evidence and what the program asks of it. */
  readonly isOfHead?: boolean;
  readonly recipe?: RecipeView;
  readonly program?: ProgramView;
  readonly mesh?: MeshView;
  readonly layers?: LayersView;
}
/** A rule without any view does not compile. */
export const defineRule = (
  rule: Rule &
    (
      | { readonly recipe: RecipeView }
      | { readonly program: ProgramView }
      | { readonly mesh: MeshView }
      | { readonly layers: LayersView }
    ),
): Rule => rule;

export const isFor = (rule: Rule, technology: Technology): boolean =>
  rule.technology === 'both' || (rule.technology ?? 'filament') === technology;

export function readerOf(id: string, view: RecipeView, input: RecipeInput): RecipeReader {
  const value = (key: SettingKey): SettingValue | undefined => {
    if (!view.reads.includes(key) && !view.readsIfSet?.includes(key))
      throw new RangeError(`rule ${id} reads ${key} without naming it`);
    return input.values[key];
  };
  return {
    input,
    has: (key) => value(key) !== undefined && value(key) !== null,
    number: (key) => Number(value(key)),
    text: (key) => String(value(key) ?? ''),
    flag: (key) => value(key) === true,
    range: (key) => {
      value(key);
      return rangeOf(input.values, key)!;
    },
    show: (key, given) => {
      const v = given ?? value(key);
      const s = findSetting(key)!;
      return typeof v === 'number' && 'quantity' in s ? formatQuantity(v, s.quantity) : String(v);
    },
  };
}

/** A finding as it is kept, with as much of its fix as can be done to a copy of recipe and placement: hardware stays what it is. */
export function toFinding(rule: Rule, { change, ...found }: Found): Finding {
  const { machine: _, roles: __, proofs: ___, values, ...placed } = change ?? {};
  const own = Object.entries(values ?? {}).filter(([key]) => {
    const setting = findSetting(key);
    return setting !== undefined && maySetInRecipe(setting);
  });
  const kept = { ...(own.length > 0 && { values: Object.fromEntries(own) }), ...placed };
  return {
    rule: rule.id,
    stage: rule.stage,
    line: null,
    zMm: null,
    layer: null,
    trialId: null,
    ...found,
    ...(Object.keys(kept).length > 0 && { change: kept }),
  };
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
