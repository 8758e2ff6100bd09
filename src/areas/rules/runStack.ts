import type { StackReport } from '../../core/resin/stackReport.ts';
import type { LayerMotion, Stage } from '../../core/resin/sequence.ts';
import { findSetting } from '../library/settings/catalogue.ts';
import type { Values } from '../library/settings/define.ts';
import {
  isFor,
  readerOf,
  toFinding,
  type Found,
  type JobInput,
  type MeshView,
  type NotChecked,
  type Rule,
  type StackJob,
} from './define.ts';
import { rules } from './index.ts';
import type { Finding, RuleRun, StackOutcome } from './outcome.ts';
import { estimateOfStack } from './stackEstimate.ts';
import { asChecked } from '../../core/result/checked.ts';
import type { DrawnMesh, MeshReport } from './meshReport.ts';
import type { RecipeInput } from './recipeInput.ts';
import { judged, neededBy, recipeOf, withoutChange, wordsOfNeed } from './run.ts';

/** Values of a process that are a wish and not what a stack does: the stack is held against them. */
const WISHES = ['bottomThicknessMm'];

/** The recipe as the layers do it: machine, tool and material as they are, what belongs to the process by what was measured. What no layer
 *  shows is the recipe's where they were made here by it, and else not known at all. */
export function valuesAsShown(
  values: Values,
  stack: StackReport,
  { lift, ...motion }: LayerMotion,
  isMadeHere = false,
): Values {
  const stages = (name: 'lift' | 'return', first: Stage | undefined, second: Stage | undefined): Values => ({
    [`${name}FirstMm`]: first?.mm ?? 0,
    [`${name}SecondMm`]: second?.mm ?? 0,
    ...(first && { [`${name}FirstMmPerS`]: first.mmPerS }),
    ...(second && { [`${name}SecondMmPerS`]: second.mmPerS }),
  });
  const back = motion.return;
  const others = Object.entries(values).filter(
    ([key]) => isMadeHere || WISHES.includes(key) || !findSetting(key)?.owners.includes('process'),
  );
  return {
    ...Object.fromEntries(others),
    resinLayerMm: stack.layerMm,
    exposureS: stack.normalS,
    exposureBottomS: stack.bottomS,
    bottomLayers: stack.bottomLayers,
    transitionLayers: stack.transitionLayers,
    pauseBeforeLiftS: motion.pauseBeforeLiftS,
    pauseAtTopS: motion.pauseAtTopS,
    pauseBeforeExposureS: motion.pauseBeforeExposureS,
    ...stages('lift', lift[0], lift[1] ?? { mm: 0, mmPerS: lift[0]?.mmPerS ?? 0 }),
    // a return of one stage is all its slow part
    ...(back.length > 1 ? stages('return', back[0], back[1]) : stages('return', undefined, back[0])),
  };
}

/** How a rule looks at a mesh of which layers are drawn; null where it does not, or reads more than is seen of it. */
const seesMesh = ({ mesh: view }: Rule, mesh: DrawnMesh | undefined): MeshView | null =>
  mesh && view && !view.readsProgram && view.reads.every((key) => key in mesh) ? view : null;

interface Asked {
  readonly findings: readonly Finding[];
  readonly needs: string | null;
}
const isNeed = (found: readonly Found[] | NotChecked): found is NotChecked => 'needs' in found;

/** How a rule of recipes looks at what the layers do; where the motion differs between layers, at each. */
function askAsShown(rule: Rule, { stack, mesh }: StackJob, input: RecipeInput): Asked {
  const view = rule.recipe!;
  const findings = new Map<string, Finding>();
  for (const [i, { motion, layer }] of stack.motions.entries()) {
    const shown = { ...input, values: valuesAsShown(input.values, stack, motion, mesh !== undefined) };
    const needs = neededBy(view, shown);
    if (needs !== null) return { findings: [], needs: wordsOfNeed(needs) };
    for (const found of view.find(readerOf(rule.id, view, shown))) {
      const key = `${found.title} ${found.figure}`;
      const at = i === 0 ? {} : { layer, zMm: layer * stack.layerMm };
      if (!findings.has(key)) findings.set(key, toFinding(rule, { ...(mesh ? found : withoutChange(found)), ...at }));
    }
  }
  return { findings: [...findings.values()], needs: null };
}

/** What every rule says of a layer stack: same input, same answer, in a browser worker, on the server and at the command line. */
export function checkStack(job: StackJob): StackOutcome {
  const { stack, mesh, context } = job;
  const input = recipeOf(context);
  const findings: Finding[] = [];
  const runs: RuleRun[] = [];
  const asked = (rule: Rule): Asked => {
    if (rule.layers) {
      const found = rule.layers.find(stack, context);
      return isNeed(found)
        ? { findings: [], needs: found.needs }
        : { findings: found.map((f) => toFinding(rule, withoutChange(f))), needs: null };
    }
    const view = seesMesh(rule, mesh);
    if (view) {
      // of a mesh before anything is laid, rules read what is seen of it and nothing else
      const found = view.find(asChecked<MeshReport>(mesh), asChecked<JobInput>({ context }));
      return isNeed(found)
        ? { findings: [], needs: found.needs }
        : { findings: found.map((f) => toFinding(rule, f)), needs: null };
    }
    return input ? askAsShown(rule, job, input) : { findings: [], needs: 'the recipe’s values, which were not kept' };
  };
  for (const rule of rules) {
    if (!isFor(rule, 'resin') || !(rule.layers ?? rule.recipe ?? seesMesh(rule, mesh))) continue;
    const { findings: own, needs } = asked(rule);
    findings.push(...own);
    runs.push({ rule: rule.id, ran: needs === null, needs });
  }
  return {
    ...judged(findings, runs, context.machine.name),
    estimate: estimateOfStack(job),
    stack,
    ...(mesh && { mesh }),
  };
}
