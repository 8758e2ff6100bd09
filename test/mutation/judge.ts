import { readFileSync } from 'node:fs';
import {
  cannotLook,
  jobOf,
  runJobCase,
  runRecipeCase,
  type JobCase,
  type RuleCases,
  type StackCase,
} from '../../src/areas/rules/cases.ts';
import { isSameData } from '../../src/core/formats/canonicalJson.ts';
import { checkJob, checkRecipe } from '../../src/areas/rules/run.ts';
import { checkStack } from '../../src/areas/rules/runStack.ts';
import { NOT_IN_LAYERS, runStackCase, stackJobOf } from '../../src/areas/rules/stackCases.ts';
import { engineChecks } from '../../src/areas/rules/engineChecks.ts';
import { validRecipeFixture } from '../../src/areas/rules/fixture.ts';
import { figuresOf, keptBodies, measuredOf } from '../meshes/kept.ts';
import { reportOf, type KeptProgram } from '../programs/kept.ts';
import { concludeFrom, kindOfKept, type KeptTrial } from '../recover/kept.ts';
import type { KindCases } from '../recover/kindCases.ts';
import { answer, questionsOf, type KeptWork } from '../recover/keptWork.ts';
import type { Scope } from './scope.ts';

declare global {
  // asked at each place that a mutant changes
  var isMutantOn: (id: number) => boolean;
}

/** A test as a plain function: whether what comes out is what must. */
export interface Judge {
  readonly of: string;
  readonly holds: () => boolean;
}

const same = (a: unknown, b: unknown): boolean => isSameData(a, b);

/** The tests of rules: every case of every rule, silence on what is valid, and the engine itself. */
function judgesOfVerdicts(all: readonly RuleCases[]): Judge[] {
  const recipes = (['filament', 'resin'] as const).map((technology) => ({
    of: 'valid',
    holds: () => {
      const check = checkRecipe(validRecipeFixture(technology));
      return check.findings.length === 0 && check.notChecked.length === 0;
    },
  }));
  const engine = engineChecks.map((c) => ({ of: 'valid', holds: () => same(c.comesOut(), c.must) }));
  const ofRecipes = all.flatMap(({ rule, recipe = [] }) =>
    recipe.map((c) => ({
      of: rule.id,
      holds: () => {
        const run = runRecipeCase(rule, c);
        return (
          same(run.finds, c.finds) &&
          same(run.others, c.others ?? []) &&
          run.needs === (c.needs ?? null) &&
          run.afterFix.length === 0
        );
      },
    })),
  );
  return [...recipes, ...engine, ...ofRecipes];
}
/** The tests of layers: every case, and a plain block of which nobody speaks. */
function judgesOfStacks(all: readonly RuleCases[], anew: boolean): Judge[] {
  const plain: StackCase = { when: '', finds: [] };
  return [
    {
      of: 'valid',
      holds: () => {
        const { findings, runs } = checkStack(stackJobOf(plain, anew));
        return (
          findings.length === 0 &&
          same(
            runs.flatMap((r) => (r.ran ? [] : [r.rule])),
            NOT_IN_LAYERS,
          )
        );
      },
    },
    ...all.flatMap(({ rule, stack = [] }) =>
      stack
        .filter((c) => !(anew && c.measured))
        .map((c) => ({
          of: rule.id,
          holds: () => {
            const run = runStackCase(rule, c, anew);
            return same(run.finds, c.finds) && same(run.others, c.others ?? []) && run.needs === (c.needs ?? null);
          },
        })),
    ),
  ];
}
/** The tests of what is measured: the cases of one subject, measured anew each time. */
function judgesOfJobs(all: readonly RuleCases[], takes: (c: JobCase) => boolean, anew: boolean): Judge[] {
  const valid: JobCase[] = [
    { when: '', finds: [] },
    { when: '', finds: [], mesh: {} },
  ];
  return [
    ...valid.filter(takes).map((c) => ({
      of: 'valid',
      holds: () => {
        const outcome = checkJob(jobOf(c, anew).job);
        const silent = outcome.runs.filter((r) => !r.ran).map((r) => r.rule);
        return outcome.verdict === 'clear' && outcome.findings.length === 0 && same(silent, cannotLook(c));
      },
    })),
    ...all.flatMap(({ rule, job = [] }) =>
      job.filter(takes).map((c) => ({
        of: rule.id,
        holds: () => {
          const run = runJobCase(rule, c, { anew });
          return same(run.finds, c.finds) && same(run.others, c.others ?? []) && run.needs === (c.needs ?? null);
        },
      })),
    ),
  ];
}
/** Bodies of half a million triangles are measured once, not for every mutant. */
const isHeavy = (c: JobCase): boolean => 'mesh' in c && c.mesh.body?.toString().includes('gridBlock') === true;

/** What is read of kept programs is what was read before. */
const judgesOfPrograms = (): Judge[] =>
  (JSON.parse(readFileSync('test/programs/kept.json', 'utf8')) as readonly KeptProgram[]).map(({ seed, report }) => ({
    of: 'valid',
    holds: () => same(reportOf(seed), report),
  }));

/** What is measured of small bodies is what was measured before. */
const judgesOfBodies = (): Judge[] =>
  (JSON.parse(readFileSync('test/meshes/kept.json', 'utf8')) as readonly { name: string; measured: unknown }[]).map(
    ({ name, measured }) => ({
      of: 'valid',
      holds: () => same(name in keptBodies ? measuredOf(name) : figuresOf(name), measured),
    }),
  );

/** The tests that judge a scope's mutants. */
export function judgesOfRules(all: readonly RuleCases[], scope: Scope['name']): Judge[] {
  if (scope === 'program facts')
    return [...judgesOfPrograms(), ...judgesOfJobs(all, (c) => !('mesh' in c) && !c.measured, true)];
  if (scope === 'layer facts') return judgesOfStacks(all, true);
  if (scope === 'mesh facts')
    return [...judgesOfBodies(), ...judgesOfJobs(all, (c) => 'mesh' in c && !c.measured && !isHeavy(c), true)];
  // what is measured quickest first
  const isMesh = (c: JobCase): boolean => 'mesh' in c;
  return [
    ...judgesOfVerdicts(all),
    ...judgesOfStacks(all, false),
    ...judgesOfJobs(all, (c) => !isMesh(c), false),
    ...judgesOfJobs(all, (c) => isMesh(c), false),
  ];
}
/** The tests of trials: what is concluded from kept readings, and what each kind plans, prints and reads from a table. */
export const judgesOfAnalyses = (
  kept: readonly KeptTrial[],
  work: readonly KeptWork[],
  cases: readonly KindCases[],
): Judge[] => [
  ...kept.flatMap((k) =>
    Object.entries(k.concludes).map(([way, concludes]) => ({
      of: k.kind,
      holds: () => same(concludeFrom(k, way), concludes),
    })),
  ),
  ...work.map((w) => ({
    of: w.kind,
    holds: () =>
      same(
        answer(
          questionsOf(
            kindOfKept(w.kind),
            cases.find((c) => c.kind === w.kind)!,
          )[w.asked]!,
        ),
        w.comesOut,
      ),
  })),
];

/** Whether a judge fails while the mutants that `isOn` names are on; fails of any kind count, as they would in a test run. */
export function isFailed(judge: Pick<Judge, 'holds'>, isOn: (id: number) => boolean): boolean {
  globalThis.isMutantOn = isOn;
  try {
    return !judge.holds();
  } catch {
    return true;
  }
}
