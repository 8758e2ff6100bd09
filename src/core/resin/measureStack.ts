import { fail, succeed, type Result } from '../result/result.ts';
import { runsOfGreyPng, type Inflate } from './png.ts';
import type { Stack } from './readStack.ts';
import { solidRuns, type Runs } from './runs.ts';
import { greysOfRuns } from './shades.ts';
import { StackMeasure, type StackReport } from './stackReport.ts';
import type { Stepwise } from '../result/stepwise.ts';

interface Picture {
  readonly runs: Runs;
  readonly greys: Uint32Array;
}
/** Looks at every layer of a stack. The first exposure of a layer shows all of it. In steps: a large stack takes seconds. */
export function* measuringStack({ manifest, images }: Stack, inflate: Inflate): Stepwise<Result<StackReport>> {
  const { pixels } = manifest.printer;
  const measure = new StackMeasure(manifest);
  const shown = new Map<string, number>();
  for (const { exposures } of manifest.layers)
    for (const { image } of exposures) shown.set(image, (shown.get(image) ?? 0) + 1);
  const kept = new Map<string, Picture>();
  for (const [n, { exposures }] of manifest.layers.entries()) {
    for (const [i, { image }] of exposures.entries()) {
      let seen = kept.get(image);
      if (!seen) {
        const lit = runsOfGreyPng(images.get(image)!, pixels, inflate);
        if (!lit.ok) return fail({ ...lit.failure, where: `layer ${n + 1}, ${image}` });
        seen = { runs: solidRuns(lit.value), greys: greysOfRuns(lit.value) };
        if (shown.get(image)! > 1) kept.set(image, seen);
      }
      if (i === 0) measure.add(seen.runs, seen.greys);
    }
    yield (n + 1) / manifest.layers.length;
  }
  return succeed(measure.end(images.size));
}
