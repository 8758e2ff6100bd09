import { validContextFixture, type ContextChange } from '../../src/areas/rules/fixture.ts';
import type { CheckOutcome } from '../../src/areas/rules/outcome.ts';
import { checkJob } from '../../src/areas/rules/run.ts';
import { inspectGcode } from '../../src/core/gcode/inspect.ts';
import type { Plan } from './plan.ts';
import type { CorpusDialect } from './writers.ts';

/** Judges a program on a farm on which the plan it was written from may be printed as it is, with some things changed. */
export function judgeProgram(
  program: string,
  plan: Plan,
  { values }: CorpusDialect,
  change: ContextChange = {},
): CheckOutcome {
  const isOfTwo = plan.nozzleC.length > 1;
  const context = validContextFixture({
    ...(isOfTwo && { second: {} }),
    ...change,
    values: { ...values, clearanceMm: 30, ...(isOfTwo && { heads: 2 }), ...change.values },
    job: { fileName: 'corpus.gcode', ...change.job },
  });
  const read = inspectGcode(new TextEncoder().encode(program), context.machine.motion);
  if (!read.ok) throw new Error(read.failure.what);
  return checkJob({ report: read.value, context });
}
