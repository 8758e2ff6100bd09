import { asChecked } from '../../core/result/checked.ts';
import { inspectGcode } from '../../core/gcode/inspect.ts';
import type { Mesh } from '../../core/mesh/mesh.ts';
import { asDrawn, type Placement } from '../../core/mesh/placement.ts';
import { meshOfSolids } from '../../core/mesh/solid.ts';
import { boxMesh } from '../../core/mesh/solids.ts';
import { writeStl } from '../../core/mesh/writeStl.ts';
import { sentenceOf } from '../../core/result/result.ts';
import { applyFix } from '../checks/model/applyFix.ts';
import type { MeshChoice } from '../checks/model/mesh.ts';
import { checkMesh } from '../checks/model/meshJob.ts';
import type { GcodeReport } from '../../core/gcode/report.ts';
import type { PlateProgram, PlateSolid } from '../../core/resin/plate.ts';
import type { StackReport } from '../../core/resin/stackReport.ts';
import type { MeshReport } from './meshReport.ts';
import { readerOf, type Change, type Found, type JobInput, type Rule } from './define.ts';
import {
  changed,
  programFixture,
  roleFixture,
  secondRoleFixture,
  validContextFixture,
  validRecipeFixture,
  type ContextChange,
  type ProgramPart,
} from './fixture.ts';
import type { Finding } from './outcome.ts';
import { checkJob, checkRecipe, neededBy } from './run.ts';

/** What must come out of a case, figure for figure. */
export type Expected = Pick<Found, 'severity' | 'title' | 'figure' | 'limit' | 'origin' | 'fix'> &
  Partial<Pick<Found, 'line' | 'layer' | 'zMm' | 'place' | 'stage' | 'isUnproven' | 'trialId' | 'change'>> & {
    readonly head?: number;
  };
export interface CaseResult {
  readonly when: string;
  /** Everything the rule finds, the gravest first; nothing where it must be silent. */
  readonly finds: readonly Expected[];
  /** Other rules that speak of it as well; no further one may. */
  readonly others?: readonly string[];
  /** What it needs, where it cannot look. */
  readonly needs?: string;
}
/** Rules that cannot look at the valid job: a program brought along does not say the size that was wanted. */
export const cannotLook = (c: { readonly when: string; readonly mesh?: unknown }): readonly string[] =>
  c.mesh ? [] : ['scale-proven'];

/** A valid recipe with a single change. */
export interface RecipeCase extends CaseResult, Change {
  readonly without?: readonly string[];
  readonly provenOnly?: boolean;
}
/** How a program differs from the plain one. */
export interface ProgramEdit {
  /** Lines put before a part of it. */
  readonly before?: Partial<Record<ProgramPart, string>>;
  /** A part of it replaced. */
  readonly instead?: Partial<Record<ProgramPart, string>>;
  readonly replace?: readonly (readonly [RegExp, string])[];
}
/** How a mesh differs from the plain block of 40 × 30 × 20 mm in the middle of the plate. */
export interface MeshEdit {
  readonly body?: () => Mesh;
  readonly bytes?: () => Uint8Array;
  readonly placed?: Partial<Placement>;
  readonly choice?: Partial<MeshChoice>;
}
/** A valid job with a single change: in its program, in its mesh, or round it. */
export type JobCase = CaseResult &
  ContextChange & {
    /** Figures put in place of what was measured, for cases at the very edge of a limit that no body or program meets exactly. */
    readonly measured?: { readonly report?: Partial<GcodeReport>; readonly mesh?: Partial<MeshReport> };
  } & ({ readonly program?: ProgramEdit } | { readonly mesh: MeshEdit });
/** How a layer stack differs from the plain block of 20 × 14 × 3 mm in the middle of the screen. */
export interface StackEdit {
  readonly solids?: readonly PlateSolid[];
  readonly plate?: Partial<PlateProgram>;
}
/** A valid resin job with a single change. */
export interface StackCase extends CaseResult, ContextChange {
  readonly stack?: StackEdit;
  readonly measured?: Partial<StackReport>;
}
export interface RuleCases {
  readonly rule: Rule;
  readonly stack?: readonly StackCase[];
  readonly recipe?: readonly RecipeCase[];
  readonly job?: readonly JobCase[];
}

export function programText({ before = {}, instead = {}, replace = [] }: ProgramEdit = {}): string {
  const text = Object.entries(programFixture())
    .flatMap(([part, lines]) => {
      const put = before[part as ProgramPart];
      return [...(put === undefined ? [] : [put]), instead[part as ProgramPart] ?? lines];
    })
    .join('\n');
  return replace.reduce((t, [what, by]) => {
    const next = t.replace(what, by);
    if (next === t) throw new RangeError(`the plain program has no ${String(what)}`);
    return next;
  }, text);
}

const block = () => boxMesh([0, 0, 0], [40, 30, 20]);
/** A table on one leg, whose top a second head supports. */
export const supportedTable = {
  mesh: {
    body: () =>
      meshOfSolids([
        { shape: 'box', x: 0, y: 0, w: 24, d: 24, fromMm: 0, toMm: 6 },
        { shape: 'box', x: 0, y: 0, w: 40, d: 40, fromMm: 6, toMm: 10 },
      ]),
  },
  values: { heads: 2, supportAngleDeg: 45, purgeMm3: 30 },
  roles: [roleFixture, secondRoleFixture('support')],
  second: {},
} as const;
interface PlacedJob {
  readonly job: JobInput;
  /** The same job with a fix done to a copy; null for a program, which is mended where it was made. */
  readonly fixed: ((change: Change) => JobInput) | null;
}
function meshJob(edit: MeshEdit, change: ContextChange): PlacedJob {
  const bytes = edit.bytes?.() ?? writeStl((edit.body ?? block)());
  const at = (choice: MeshChoice, values: ContextChange['values']): JobInput => {
    const without = change.without ?? ['supportAngleDeg'].filter((key) => !(key in (values ?? {})));
    const context = validContextFixture({
      ...change,
      without,
      values: { ...change.values, ...values },
      job: { fileName: 'vent.stl', ...change.job },
    });
    const checked = checkMesh(bytes, choice, context);
    if (!checked.ok) throw new RangeError(sentenceOf(checked.failure));
    return { report: checked.value.report, mesh: checked.value.mesh, context };
  };
  const choice: MeshChoice = { unit: null, placement: { ...asDrawn(174, 171), ...edit.placed }, ...edit.choice };
  return {
    job: at(choice, change.values),
    fixed: (done) => {
      const fix = applyFix(change.values ?? {}, choice, done);
      return at(fix.mesh, fix.overrides);
    },
  };
}
function programJob(edit: ProgramEdit | undefined, change: ContextChange): PlacedJob {
  const context = validContextFixture(change);
  const read = inspectGcode(new TextEncoder().encode(programText(edit)), context.machine.motion);
  if (!read.ok) throw new RangeError(sentenceOf(read.failure));
  return { job: { report: read.value, context }, fixed: null };
}

const made = new WeakMap<JobCase, PlacedJob>();
/** A case measured: read or sliced once, judged as often as asked; `anew` measures it again. */
export function jobOf(c: JobCase, anew = false): PlacedJob {
  const known = made.get(c);
  if (known && !anew) return known;
  const placed = 'mesh' in c ? meshJob(c.mesh, c) : programJob(c.program, c);
  const { report, mesh } = placed.job;
  const job: PlacedJob = c.measured
    ? {
        job: {
          ...placed.job,
          report: { ...report, ...c.measured.report },
          ...(mesh && { mesh: { ...mesh, ...c.measured.mesh } }),
        },
        fixed: null,
      }
    : placed;
  made.set(c, job);
  return job;
}

const KEYS = [
  'severity',
  'title',
  'figure',
  'limit',
  'origin',
  'fix',
  'line',
  'layer',
  'zMm',
  'place',
  'stage',
  'isUnproven',
  'trialId',
  'change',
  'head',
] as const;
const rounded = (v: unknown): unknown =>
  typeof v === 'number'
    ? Math.round(v * 1000) / 1000
    : Array.isArray(v)
      ? v.map(rounded)
      : typeof v === 'object' && v !== null
        ? Object.fromEntries(Object.entries(v).map(([k, x]) => [k, rounded(x)]))
        : v;
/** A finding as a case states it; a stage only where it is not the rule's own. */
export const asExpected = (found: Found | Finding, rule: Rule): Expected =>
  asChecked(
    Object.fromEntries(
      KEYS.flatMap((key) => {
        const v = rounded(found[key as 'figure']);
        return v === undefined || v === null || (key === 'stage' && v === rule.stage) ? [] : [[key, v]];
      }),
    ),
  );

export interface CaseRun {
  readonly finds: readonly Expected[];
  readonly others: readonly string[];
  readonly needs: string | null;
  /** What is still found after the rule's own fixes. */
  readonly afterFix: readonly string[];
}

export function runRecipeCase(rule: Rule, c: RecipeCase): CaseRun {
  const view = rule.recipe!;
  const valid = validRecipeFixture(rule.technology === 'resin' ? 'resin' : 'filament');
  const input = {
    ...changed(
      { ...valid, values: Object.fromEntries(Object.entries(valid.values).filter(([k]) => !c.without?.includes(k))) },
      c,
    ),
    provenOnly: c.provenOnly ?? false,
  };
  const needs = neededBy(view, input);
  const found = needs === null ? view.find(readerOf(rule.id, view, input)) : [];
  const fixed = found.reduce((now, f) => changed(now, f.change ?? {}), input);
  return {
    finds: found.map((f) => asExpected(f, rule)),
    others: others(checkRecipe(input).findings, rule),
    needs,
    afterFix: found.length > 0 ? view.find(readerOf(rule.id, view, fixed)).map((f) => f.title) : [],
  };
}

export function runJobCase(
  rule: Rule,
  c: JobCase,
  options: { readonly anew?: boolean; readonly fixes?: boolean } = {},
): CaseRun {
  const { job, fixed } = jobOf(c, options.anew);
  const outcome = checkJob(job);
  const own = outcome.findings.filter((f) => f.rule === rule.id);
  const change = own.find((f) => f.change)?.change;
  return {
    finds: own.map((f) => asExpected(f, rule)),
    others: others(outcome.findings, rule),
    needs: outcome.runs.find((r) => r.rule === rule.id)?.needs ?? null,
    afterFix:
      options.fixes && change && fixed
        ? checkJob(fixed(change))
            .findings.filter((f) => f.rule === rule.id)
            .map((f) => f.title)
        : [],
  };
}
export const others = (findings: readonly { readonly rule: string }[], rule: Rule): readonly string[] =>
  [...new Set(findings.map((f) => f.rule))].filter((id) => id !== rule.id).sort();
