import { cleanRecipe } from '../../library/rules/clean.ts';
import { readerOf, type RecipeInput, type RecipeRule } from '../../library/rules/define.ts';
import { missingFor, recipeRules } from '../../library/rules/index.ts';
import { findSetting } from '../../library/settings/catalogue.ts';
import type { LimitSheet } from '../model/sheet.ts';
import type { Rule, RuleInput } from './define.ts';
import { soundJob } from './sound.ts';

/** Recipe rules whose question a rule over the real path, the mount or the spool answers: asked twice, they would be told twice. */
const ANSWERED: ReadonlySet<string> = new Set([
  'nozzle-within-hot-end',
  'nozzle-within-supplier',
  'nozzle-proven',
  'bed-within-heater',
  'bed-within-supplier',
  'bed-proven',
  'retraction-proven',
  'retraction-within-drive',
  'acceleration-proven',
  'speed-within-axes',
  'flow-proven',
  'flow-of-line-kinds',
  'layer-time-enough',
  'overhang-supported',
  'material-loaded',
  'tool-mounted',
  'spool-not-empty',
  'start-homes',
  'start-waits',
  'end-cools',
  'scales-alike',
  'brim-for-warping',
]);

/** The recipe of a job, as its rules read it. */
export function recipeOf({ recipe, machine, job, proofs }: LimitSheet): RecipeInput | null {
  if (!recipe.values || !recipe.roles) return null;
  return {
    technology: 'filament',
    values: recipe.values,
    roles: recipe.roles,
    proofs,
    provenOnly: job.provenOnly,
    machine: machine.asKnown ?? null,
  };
}

/** Whether a rule reads how something is printed: a program carries that itself, and a recipe cannot speak for it. */
const readsProcess = (rule: RecipeRule): boolean =>
  [...rule.reads, ...(rule.readsIfThere ?? [])].some((key) => findSetting(key)?.owners.includes('process'));

/** A recipe's rule as a rule over jobs: a mesh is laid by the recipe, a program only shares its machine, tool and material with it. */
function asJobRule(rule: RecipeRule): Rule {
  const isOfMesh = rule.about === 'recipe' && readsProcess(rule);
  const example = (change: (typeof rule.examples.fails)[number]['change']): RuleInput => {
    const clean = cleanRecipe('filament');
    const { roles = clean.roles, proofs = {}, values = {}, machine = {} } = change;
    const job = soundJob({ values, known: machine, recipe: { roles }, proofs });
    return { ...job, sheet: { ...job.sheet, proofs: { ...clean.proofs, ...job.sheet.proofs } } };
  };
  const [passes, fails] = [rule.examples.passes, rule.examples.fails].map((list) =>
    list.map(({ says, change }) => ({ says, input: example(change) })),
  );
  return {
    id: rule.id,
    bites: 'before start',
    title: rule.title,
    why: rule.why,
    source: rule.source,
    ...(isOfMesh && { of: 'mesh' as const }),
    find: ({ sheet }) => {
      const input = recipeOf(sheet);
      if (!input) return { missing: 'the recipe’s values were not kept' };
      const missing = missingFor(rule, input);
      if (missing !== null)
        return { missing: `nobody has said ${findSetting(missing)?.label.toLowerCase() ?? missing}` };
      return rule.find(readerOf(rule, input)).map(({ change, ...found }) => ({
        ...found,
        ...(isOfMesh && change.values && { change: { values: change.values } }),
      }));
    },
    examples: { passes, fails } as unknown as Rule['examples'],
  };
}

export const rulesOfRecipes: readonly Rule[] = recipeRules
  .filter((r) => r.technology !== 'resin' && !ANSWERED.has(r.id))
  .map(asJobRule);
