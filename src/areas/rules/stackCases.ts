import { outlinesOf, shownIn, type PlateProgram } from '../../core/resin/plate.ts';
import { rasterise } from '../../core/resin/raster.ts';
import { solidRuns, type Runs } from '../../core/resin/runs.ts';
import { greysOfRuns } from '../../core/resin/shades.ts';
import { layersOf, STACK_FORMAT, STACK_VERSION, type StackManifest } from '../../core/resin/stack.ts';
import { StackMeasure, type StackReport } from '../../core/resin/stackReport.ts';
import { motionOf } from '../library/model/resinMotion.ts';
import { numberOf, type Values } from '../library/settings/define.ts';
import { asExpected, others, type CaseRun, type StackCase, type StackEdit } from './cases.ts';
import type { Rule, StackJob } from './define.ts';
import { validResinContextFixture, validRecipeFixture } from './fixture.ts';
import { checkStack } from './runStack.ts';

const block = { shape: 'box', x: 0, y: 0, w: 20, d: 14, fromMm: 0, toMm: 3 } as const;

/** The plate that a valid recipe makes of some solids. */
function plateOf({ solids = [block], plate = {} }: StackEdit, v: Values): PlateProgram {
  const n = (key: string): number => numberOf(v, key)!;
  return {
    title: 'a block',
    pixelMm: [0.034, 0.034],
    pixels: [4200, 2600],
    layerMm: n('resinLayerMm'),
    samples: 1,
    lowestGrey: 0,
    compensationMm: 0,
    bottomLayers: n('bottomLayers'),
    bottomExposureS: n('exposureBottomS'),
    transitionLayers: n('transitionLayers'),
    motion: motionOf(v),
    fields: [{ exposureS: n('exposureS'), solids }],
    places: [],
    ...plate,
  };
}

/** A plate measured as its stack would be, without a zip and its pictures. */
function measured(p: PlateProgram): StackReport {
  const [width, height] = p.pixels;
  const { layers } = layersOf(p);
  const manifest: StackManifest = {
    format: STACK_FORMAT,
    version: STACK_VERSION,
    title: p.title,
    printer: { pixelMm: p.pixelMm, pixels: p.pixels },
    layerMm: p.layerMm,
    motion: p.motion,
    ...(p.resinC !== undefined && { resinC: p.resinC }),
    layers,
    digests: {},
  };
  const measure = new StackMeasure(manifest);
  const fields = p.fields.map((_, i) => i);
  let shown = '';
  let solid: Runs = new Int32Array(0);
  let greys: Uint32Array = new Uint32Array(0);
  for (let i = 0; i < layers.length; i++) {
    const now = shownIn(p, fields, i);
    if (i === 0 || now !== shown) {
      const lit = rasterise(outlinesOf(p, fields, i), { width, height, samples: p.samples, lowestGrey: 0 });
      [shown, solid, greys] = [now, solidRuns(lit), greysOfRuns(lit)];
    }
    measure.add(solid, greys);
  }
  return measure.end(1);
}

/** Rules that ask for what a stack of layers does not show. */
export const NOT_IN_LAYERS: readonly string[] = [
  'air-gets-in',
  'compensation-shows',
  'delay-counts',
  'holes-drain',
  'light-where-used',
  'neck-holds',
  'shades-shown',
  'vat-holds',
  'vat-lasts',
];

const made = new WeakMap<StackCase, StackJob>();
/** A case measured: drawn once, judged as often as asked; `anew` draws it again. */
export function stackJobOf(c: StackCase, anew = false): StackJob {
  const known = made.get(c);
  if (known && !anew) return known;
  const context = validResinContextFixture(c);
  const stack = measured(plateOf(c.stack ?? {}, { ...validRecipeFixture('resin').values, ...c.values }));
  const job = { context, stack: { ...stack, ...c.measured } };
  made.set(c, job);
  return job;
}

export function runStackCase(rule: Rule, c: StackCase, anew = false): CaseRun {
  const outcome = checkStack(stackJobOf(c, anew));
  return {
    finds: outcome.findings.filter((f) => f.rule === rule.id).map((f) => asExpected(f, rule)),
    others: others(outcome.findings, rule),
    needs: outcome.runs.find((r) => r.rule === rule.id)?.needs ?? null,
    afterFix: [],
  };
}
