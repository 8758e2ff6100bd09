import { massG } from '../../core/toolpath/bead.ts';
import type { CheckContext } from './context.ts';
import type { Estimate } from './outcome.ts';
import type { JobInput } from './define.ts';

/** Prints that the whole job takes. */
export const printsOf = ({ job }: CheckContext): number => job.prints ?? job.quantity;

/** What one print takes. */
export function estimateOf({ report, context }: JobInput): Estimate {
  const mass = massG(report.extrudedVolumeMm3, context.recipe.material.densityGPerCm3);
  return {
    timeS: report.timeS,
    heatingS: report.heatingS,
    filamentMm: report.filamentMm,
    massG: mass,
    cost:
      (mass / 1000) * context.recipe.material.pricePerKg +
      ((report.timeS + report.heatingS) / 3600) * context.machine.ratePerHour,
    layers: report.layers,
  };
}
