import { massG } from '../../core/toolpath/bead.ts';
import type { CheckContext } from './context.ts';
import type { Estimate } from './outcome.ts';
import type { JobInput } from './define.ts';

/** Prints that the whole job takes. */
export const printsOf = ({ job }: CheckContext): number => job.prints ?? job.quantity;

/** What one print takes: of each head by its own material. */
export function estimateOf({ report, context }: JobInput): Estimate {
  const { heads = [], bodyTool = 0, recipe, machine } = context;
  const { heads: laying = [], filamentMm, extrudedVolumeMm3 } = report;
  const parts = laying
    .filter((h) => h.filamentMm > 0)
    .map((h) => ({
      ...h,
      of: h.tool === bodyTool ? recipe : (heads.find((o) => o.tool === h.tool)?.recipe ?? recipe),
    }));
  const fed = heads.length > 0 ? parts : [{ filamentMm, extrudedVolumeMm3, tool: bodyTool, of: recipe }];
  const masses = fed.map((h) => massG(h.extrudedVolumeMm3, h.of.material.densityGPerCm3));
  const material = fed.reduce((sum, h, i) => sum + (masses[i]! / 1000) * h.of.material.pricePerKg, 0);
  return {
    timeS: report.timeS,
    heatingS: report.heatingS,
    filamentMm,
    massG: masses.reduce((a, b) => a + b, 0),
    cost: material + ((report.timeS + report.heatingS) / 3600) * machine.ratePerHour,
    layers: report.layers,
    ...(fed.length > 1 && {
      heads: fed.map((h, i) => ({
        head: h.tool + 1,
        material: h.of.material.name,
        filamentMm: h.filamentMm,
        massG: masses[i]!,
      })),
    }),
  };
}
