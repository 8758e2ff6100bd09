import { numberOf } from '../library/settings/define.ts';
import type { StackJob } from './define.ts';
import { RESIN_G_PER_ML } from '../../core/resin/weight.ts';
import type { StackEstimate } from './outcome.ts';

/** Facts of a stack that its estimate reads. */
export const STACK_ESTIMATE_READS = ['rows', 'timeS', 'volumeMm3'] as const;

/** What one print takes: its time by the layers' own light and motion, resin as it is drawn. */
export function estimateOfStack({ stack, context }: Pick<StackJob, 'stack' | 'context'>): StackEstimate {
  const resinMl = stack.volumeMm3 / 1000;
  const perLitre = numberOf(context.recipe.values ?? {}, 'pricePerLitre') ?? 0;
  const lastsS = stack.timeS * (context.machine.pace?.ratio ?? 1);
  return {
    lastsS,
    layers: stack.rows.length,
    resinMl,
    massG: resinMl * RESIN_G_PER_ML,
    ...(context.machine.pace && { pace: context.machine.pace }),
    cost: (resinMl / 1000) * perLitre + (lastsS / 3600) * context.machine.ratePerHour,
  };
}
