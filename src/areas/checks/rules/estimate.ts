import { massG } from '../../../core/toolpath/bead.ts';
import type { Estimate } from '../model/outcome.ts';
import type { RuleInput } from './define.ts';

/** What one print takes. */
export function estimateOf({ report, sheet }: RuleInput): Estimate {
  const mass = massG(report.extrudedVolumeMm3, sheet.recipe.material.densityGPerCm3);
  return {
    timeS: report.timeS,
    heatingS: report.heatingS,
    filamentMm: report.filamentMm,
    massG: mass,
    cost:
      (mass / 1000) * sheet.recipe.material.pricePerKg +
      ((report.timeS + report.heatingS) / 3600) * sheet.machine.ratePerHour,
    layers: report.layers,
  };
}
