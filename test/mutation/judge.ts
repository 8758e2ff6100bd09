import { jobOf, runJobCase, runRecipeCase, type RuleCases } from '../../src/areas/rules/cases.ts';
import { isSameData } from '../../src/core/formats/canonicalJson.ts';
import { checkJob, checkRecipe } from '../../src/areas/rules/run.ts';
import { engineChecks } from '../../src/areas/rules/engineChecks.ts';
import { validRecipeFixture } from '../../src/areas/rules/fixture.ts';
import { concludeFrom, type KeptTrial } from '../recover/kept.ts';
import type { Scope } from './scope.ts';

declare global {
  // the number of the mutant that is switched on
  var mutant: number;
}

/** A test as a plain function: whether what comes out is what must. */
export interface Judge {
  readonly of: string;
  readonly holds: () => boolean;
}

const same = (a: unknown, b: unknown): boolean => isSameData(a, b);

/** The tests of rules: every case of every rule, and silence on what is valid; of facts the same, measured anew. */
export function judgesOfRules(all: readonly RuleCases[], anew: boolean): Judge[] {
  const ofCases = all.flatMap(({ rule, recipe = [], job = [] }): Judge[] => [
    ...(anew
      ? []
      : recipe.map((c) => ({
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
        }))),
    ...job.map((c) => ({
      of: rule.id,
      holds: () => {
        const run = runJobCase(rule, c, { anew });
        return same(run.finds, c.finds) && same(run.others, c.others ?? []) && run.needs === (c.needs ?? null);
      },
    })),
  ]);
  const valid: Judge[] = [
    { when: '', finds: [] },
    { when: '', finds: [], mesh: {} },
  ].map((c) => ({
    of: 'valid',
    holds: () => {
      const outcome = checkJob(jobOf(c, anew).job);
      return outcome.verdict === 'clear' && outcome.findings.length === 0 && outcome.runs.every((r) => r.ran);
    },
  }));
  const recipes: Judge[] = (['filament', 'resin'] as const).map((technology) => ({
    of: 'valid',
    holds: () => {
      const check = checkRecipe(validRecipeFixture(technology));
      return check.findings.length === 0 && check.notChecked.length === 0;
    },
  }));
  const engine = engineChecks.map((c) => ({ of: 'valid', holds: () => same(c.comesOut(), c.must) }));
  return [...(anew ? [] : [...recipes, ...engine]), ...valid, ...ofCases];
}
/** The tests of analyses: what is concluded from kept readings. */
export const judgesOfAnalyses = (kept: readonly KeptTrial[]): Judge[] =>
  kept.flatMap((k) =>
    Object.entries(k.concludes).map(([way, concludes]) => ({
      of: k.kind,
      holds: () => same(concludeFrom(k, way), concludes),
    })),
  );

/** Whether a mutant is noticed: the judges nearest to it first. Fails of any kind count, as they would in a test run. */
export function isNoticed(id: number, judges: readonly Judge[]): boolean {
  globalThis.mutant = id;
  try {
    return judges.some((j) => {
      try {
        return !j.holds();
      } catch {
        return true;
      }
    });
  } finally {
    globalThis.mutant = -1;
  }
}
export type { Scope };
