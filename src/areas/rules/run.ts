import { countOf } from '../../core/units/plural.ts';
import { findSetting } from '../library/settings/catalogue.ts';
import type { CheckContext } from './context.ts';
import {
  isFor,
  readerOf,
  toFinding,
  type Found,
  type JobInput,
  type NotChecked,
  type RecipeView,
  type Rule,
} from './define.ts';
import type { RecipeInput } from './recipeInput.ts';
import { estimateOf } from './estimate.ts';
import { headViewsOf } from './headViews.ts';
import { rules } from './index.ts';
import type { CheckOutcome, Finding, Judged, RuleRun, Severity, Verdict } from './outcome.ts';

const GRAVITY: Readonly<Record<Severity, number>> = { blocker: 0, caution: 1, note: 2 };

/** What a view of a recipe needs and the recipe does not have: the key of a setting, "machine", or null. */
export function neededBy(view: RecipeView, input: RecipeInput): string | null {
  if (view.needsMachine && !input.machine) return 'machine';
  if (view.needsReport && input.machine?.[view.needsReport] === null) return view.needsReport;
  const missing = view.reads.find((key) => input.values[key] === undefined || input.values[key] === null);
  return missing ?? view.lacks?.(input) ?? null;
}

/** What a view lacks, in the words of a person who could supply it. */
export const wordsOfNeed = (needs: string): string => {
  if (needs === 'machine') return 'what is known of the machine';
  const setting = findSetting(needs);
  return setting ? `“${setting.label}”, a value of the ${setting.owners[0]} profile` : (REPORTED[needs] ?? needs);
};
/** What somebody must have reported of a machine. */
const REPORTED: Readonly<Record<string, string>> = {
  speedPercent: 'the speed set at the machine',
  resinC: 'the resin temperature',
};

export interface RecipeFinding extends Found {
  readonly rule: string;
  readonly about: RecipeView['about'];
  readonly why: string;
  readonly source: string;
}
export interface RecipeCheck {
  readonly findings: readonly RecipeFinding[];
  readonly ran: number;
  /** Rules that could not look, with what they need in words. */
  readonly notChecked: readonly { readonly rule: string; readonly title: string; readonly needs: string }[];
}

/** Holds a recipe against every rule that looks at recipes of its technology. A rule that lacks a value says so instead of passing in silence. */
export function checkRecipe(input: RecipeInput): RecipeCheck {
  const findings: RecipeFinding[] = [];
  const notChecked: RecipeCheck['notChecked'][number][] = [];
  let ran = 0;
  for (const rule of rules) {
    const { id, title, why, source, recipe: view } = rule;
    if (!view || !isFor(rule, input.technology)) continue;
    const needs = neededBy(view, input);
    if (needs !== null) {
      notChecked.push({ rule: id, title, needs: wordsOfNeed(needs) });
      continue;
    }
    ran++;
    for (const found of view.find(readerOf(id, view, input)))
      findings.push({ ...found, rule: id, about: view.about, why, source });
  }
  return { findings: findings.sort((a, b) => GRAVITY[a.severity] - GRAVITY[b.severity]), ran, notChecked };
}

/** The recipe of a job as a subject; null where its values were not kept. */
export function recipeOf({ technology = 'filament', recipe, machine, job, proofs }: CheckContext): RecipeInput | null {
  if (!recipe.values || !recipe.roles) return null;
  return {
    technology,
    values: recipe.values,
    roles: recipe.roles,
    proofs,
    provenOnly: job.provenOnly,
    machine: machine.asKnown ?? null,
  };
}

/** Whether a view reads how something is printed: a program carries that itself, and a recipe cannot speak for it. */
const readsProcess = (view: RecipeView): boolean =>
  view.about === 'recipe' &&
  [...view.reads, ...(view.readsIfSet ?? [])].some((key) => findSetting(key)?.owners.includes('process'));

type Ask = () => readonly Found[] | NotChecked;

/** How a rule looks at a job itself: at its mesh where there is one, else at its program; null where it looks at neither. */
function askOfJob(rule: Rule, job: JobInput): Ask | null {
  const { mesh } = job;
  const { program: view, mesh: meshView } = rule;
  if (mesh && meshView) return () => meshView.find(mesh, job);
  return view && !(mesh && view.only === 'brought along') ? () => view.find(job) : null;
}
/** How a rule looks at the recipe of a job: a mesh is printed by the recipe, a program only shares machine, tool and material with it. */
function askOfRecipe(rule: Rule, job: JobInput): Ask | null {
  const view = rule.recipe;
  if (!view || (!job.mesh && readsProcess(view))) return null;
  return () => {
    const input = recipeOf(job.context);
    if (!input) return { needs: 'the recipe’s values, which were not kept' };
    const needs = neededBy(view, input);
    return needs === null ? view.find(readerOf(rule.id, view, input)) : { needs: wordsOfNeed(needs) };
  };
}

/** What every rule says of a job, each with its finding or with what it needs: same input, same answer, in a browser worker, on the
 *  server and at the command line. */
export function checkJob(job: JobInput): CheckOutcome {
  const findings: Finding[] = [];
  const runs: RuleRun[] = [];
  const all = rules.filter((r) => isFor(r, 'filament'));
  const views = headViewsOf(job);
  const answered = new Set(all.flatMap((rule) => (askOfJob(rule, job) ? (rule.supersedes ?? []) : [])));
  for (const rule of all) {
    const of = (of: JobInput): Ask | null =>
      askOfJob(rule, of) ?? (answered.has(rule.id) || looksAtJobs(rule) ? null : askOfRecipe(rule, of));
    const asked = rule.isOfHead ? views : [{ job, head: null }];
    if (asked.length === 0 && of(job)) {
      runs.push({ rule: rule.id, ran: false, needs: 'a program that lays something with a head of the recipe' });
      continue;
    }
    const needed = new Map<string, number[]>();
    let isAsked = false;
    for (const { job: seen, head } of asked) {
      const found = of(seen)?.();
      if (!found) continue;
      isAsked = true;
      if ('needs' in found)
        needed.set(found.needs, [...(needed.get(found.needs) ?? []), ...(head === null ? [] : [head])]);
      else
        findings.push(
          ...found.map((f) => ({
            ...toFinding(rule, job.mesh && !seen.context.seenFrom ? f : withoutChange(f)),
            ...(head !== null && { head }),
          })),
        );
    }
    if (isAsked)
      runs.push({ rule: rule.id, ran: needed.size === 0, needs: needed.size === 0 ? null : needsOfHeads(needed) });
  }
  return {
    ...judged(findings, runs, job.context.machine.name),
    estimate: estimateOf(job),
    report: job.report,
    ...(job.mesh && { mesh: job.mesh }),
  };
}

/** What findings and runs come to. */
export function judged(unsorted: readonly Finding[], runs: readonly RuleRun[], machine: string): Judged {
  const findings = unsorted.toSorted(
    (a, b) => GRAVITY[a.severity] - GRAVITY[b.severity] || (a.zMm ?? -1) - (b.zMm ?? -1),
  );
  const verdict: Verdict = findings.some((f) => f.severity === 'blocker')
    ? 'blocked'
    : findings.some((f) => f.severity === 'caution')
      ? 'clear with cautions'
      : 'clear';
  return { verdict, sentence: sentenceOf(verdict, findings, runs, machine), findings, runs };
}

/** What could not be had, each once with the heads that want it. */
const needsOfHeads = (needed: ReadonlyMap<string, readonly number[]>): string =>
  [...needed]
    .map(([needs, [first, ...more]]) =>
      first === undefined ? needs : `${needs} (head${more.length > 0 ? 's' : ''} ${[first, ...more].join(' and ')})`,
    )
    .join('; ');

const looksAtJobs = (rule: Rule): boolean => rule.program !== undefined || rule.mesh !== undefined;
/** What a program needs is done where it was made: nothing of it can be changed here. */
export const withoutChange = ({ change: _, ...found }: Found): Found => found;

function sentenceOf(verdict: Verdict, findings: readonly Finding[], runs: readonly RuleRun[], machine: string): string {
  const ran = runs.filter((r) => r.ran).length;
  const not = runs.length - ran;
  const notPossible = not > 0 ? `; ${countOf(not, 'check was', 'checks were')} not possible` : '';
  if (verdict === 'clear')
    return `Clear on ${machine}: ${countOf(ran, 'check finds', 'checks find')} nothing outside the limits${notPossible}.`;
  const counts = (['blocker', 'caution'] as const)
    .map((severity) => ({ severity, n: findings.filter((f) => f.severity === severity).length }))
    .filter(({ n }) => n > 0)
    .map(({ severity, n }) => countOf(n, severity));
  const rest = findings.length > 1 ? ` (${counts.join(', ')})` : '';
  const [{ title, head }] = findings as [Finding, ...Finding[]];
  return `${verdict === 'blocked' ? 'Blocked' : 'Clear with cautions'}: ${lower(title)}${head === undefined ? '' : ` on head ${head}`}${rest}${notPossible}.`;
}

const lower = (text: string): string => (/^[A-Z]\b/.test(text) ? text : text.charAt(0).toLowerCase() + text.slice(1)); // an axis keeps its letter
