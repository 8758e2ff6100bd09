import type { DrawnMesh } from './meshReport.ts';
import type { EngineCheck } from './headChecks.ts';
import type { StackCase } from './cases.ts';
import { boxFacts } from './figuresFixture.ts';
import { checkStack, valuesAsShown } from './runStack.ts';
import { stackJobOf } from './stackCases.ts';

const plain: StackCase = { when: '', finds: [] };
const { stack, context } = stackJobOf(plain);
const [{ motion }] = stack.motions as [(typeof stack.motions)[number]];
const seen: DrawnMesh = {
  format: 'stl',
  unit: 'mm',
  unitIsStated: false,
  unitIsTold: false,
  remarks: [],
  readings: [],
  parts: 1,
  others: [],
  facts: boxFacts,
  minMm: [0, 0, 0],
  maxMm: [20, 14, 3],
  hull: [],
  gaps: 0,
};
const fast = { ...motion, lift: [{ mm: 3, mmPerS: 6 }, motion.lift[1]!] };

/** What the engine makes of a layer stack, beyond any one rule. */
export const stackChecks: readonly EngineCheck[] = [
  {
    title:
      'a stack lasts its light and its motion by the pace of the machine, and costs its resin and the machine’s hours',
    comesOut: () => {
      const priced = {
        ...context,
        machine: { ...context.machine, ratePerHour: 3.6, pace: { ratio: 1.5, low: 1.4, high: 1.6, prints: 6 } },
        recipe: { ...context.recipe, values: { ...context.recipe.values, pricePerLitre: 1000 } },
      };
      const { estimate } = checkStack({ stack: { ...stack, volumeMm3: 2000, timeS: 1000 }, context: priced });
      const { pace, ...figures } = estimate;
      return [
        figures.lastsS,
        figures.layers,
        figures.resinMl,
        Number(figures.massG.toFixed(6)),
        figures.cost,
        pace?.prints,
      ];
    },
    must: [1500, 60, 2, 2.2, 3.5, 6],
  },
  {
    title: 'without a pace and a price it takes what its layers take',
    comesOut: () => {
      const { pricePerLitre: _, ...values } = context.recipe.values ?? {};
      const { estimate } = checkStack({
        stack: { ...stack, volumeMm3: 2000, timeS: 1000 },
        context: { ...context, recipe: { ...context.recipe, values }, machine: { ...context.machine, ratePerHour: 0 } },
      });
      return [estimate.lastsS, estimate.cost, 'pace' in estimate];
    },
    must: [1000, 0, false],
  },
  {
    title: 'a motion that only some layers have is judged as well, and names the first of them',
    comesOut: () => {
      const motions = [...stack.motions, { motion: fast, layer: 21, layers: 4 }];
      return checkStack({ stack: { ...stack, motions }, context })
        .findings.filter((f) => f.rule.startsWith('lift-'))
        .map((f) => [f.rule, f.severity, f.figure, f.layer, f.zMm?.toFixed(2), f.change]);
    },
    must: [
      ['lift-within-printer', 'blocker', '6 mm/s', 21, '1.05', undefined],
      ['lift-proven', 'caution', '6 mm/s', 21, '1.05', undefined],
    ],
  },
  {
    title: 'what most layers have names no layer, and what two motions share is told once',
    comesOut: () => {
      const motions = [
        { motion: fast, layer: 1, layers: 50 },
        { motion: { ...fast, pauseAtTopS: 1 }, layer: 51, layers: 10 },
      ];
      return checkStack({ stack: { ...stack, motions }, context })
        .findings.filter((f) => f.rule === 'lift-proven')
        .map((f) => [f.figure, f.layer]);
    },
    must: [['6 mm/s', null]],
  },
  {
    title: 'values of the process are what the layers show; the machine’s stay, and what no layer shows is none',
    comesOut: () => {
      const values = { travelXMm: 120, bottomThicknessMm: 0.3, supportTipMm: 0.4, exposureS: 9, returnFirstMm: 2 };
      const one = { ...motion, lift: [{ mm: 5, mmPerS: 1 }], return: [{ mm: 5, mmPerS: 2 }] };
      const v = valuesAsShown(values, stack, one);
      return [
        ...[v['travelXMm'], v['bottomThicknessMm'], v['supportTipMm'], v['exposureS'], v['resinLayerMm']],
        ...[v['liftFirstMm'], v['liftFirstMmPerS'], v['liftSecondMm'], v['liftSecondMmPerS']],
        ...[v['returnFirstMm'], v['returnFirstMmPerS'], v['returnSecondMm'], v['returnSecondMmPerS']],
        ...[v['bottomLayers'], v['transitionLayers'], v['exposureBottomS']],
      ];
    },
    must: [120, 0.3, undefined, 2.6, 0.05, 5, 1, 0, 1, 0, undefined, 5, 2, 5, 6, 26],
  },
  {
    title: 'of two stages each way each is kept',
    comesOut: () => {
      const v = valuesAsShown({}, stack, {
        ...motion,
        lift: [
          { mm: 3, mmPerS: 1 },
          { mm: 4, mmPerS: 5 },
        ],
        return: [
          { mm: 6, mmPerS: 4 },
          { mm: 1, mmPerS: 0.5 },
        ],
      });
      return ['lift', 'return'].flatMap((way) =>
        ['First', 'Second'].flatMap((stage) => [v[`${way}${stage}Mm`], v[`${way}${stage}MmPerS`]]),
      );
    },
    must: [3, 1, 4, 5, 6, 4, 1, 0.5],
  },
  {
    title: 'of a mesh its layers were drawn of, rules read what is seen and keep their fixes',
    comesOut: () => {
      const readings = (['mm', 'in'] as const).map((unit, i) => ({
        unit,
        sizeMm: [0.8, 0.5, 0.2].map((v) => v * [1, 25.4][i]!) as [number, number, number],
        isPlausible: i === 1,
      }));
      const outcome = checkStack({ stack, mesh: { ...seen, readings }, context });
      return [
        outcome.findings.map((f) => [f.rule, f.severity, f.change]),
        outcome.mesh?.parts,
        checkStack({ stack, context }).runs.some((r) => r.rule === 'unit-sure'),
      ];
    },
    must: [[['unit-sure', 'blocker', { unit: 'in' }]], 1, false],
  },
  {
    title: 'layers made here are judged by all their recipe has, and keep their fixes',
    comesOut: () => {
      const motions = [{ motion: { ...motion, lift: [{ mm: 3, mmPerS: 2 }, motion.lift[1]!] }, layer: 1, layers: 60 }];
      const { findings, runs } = checkStack({ stack: { ...stack, motions, holes: [] }, mesh: seen, context });
      return [findings.map((f) => [f.rule, f.change]), runs.filter((r) => !r.ran).map((r) => r.rule)];
    },
    must: [[['lift-proven', { values: { liftFirstMmPerS: 1.2 } }]], ['light-where-used', 'vat-holds', 'vat-lasts']],
  },
  {
    title: 'a hole in the surface that layers were drawn of is said',
    comesOut: () =>
      checkStack({ stack, mesh: { ...seen, gaps: 3, facts: { ...boxFacts, openEdges: 4 } }, context })
        .findings.filter((f) => f.rule === 'closed-surface')
        .map((f) => f.severity),
    must: ['caution'],
  },
  {
    title: 'a recipe whose values were not kept is said, and the layers are judged all the same',
    comesOut: () => {
      const { values: _, ...recipe } = context.recipe;
      const { runs } = checkStack({ stack, context: { ...context, recipe } });
      const of = (rule: string) => runs.find((r) => r.rule === rule)?.needs;
      return [of('exposure-proven'), of('islands-held'), runs.some((r) => r.rule === 'fits-travel')];
    },
    must: ['the recipe’s values, which were not kept', null, false],
  },
];
