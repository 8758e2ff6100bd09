import { massG } from '../../core/toolpath/bead.ts';
import type { CheckContext } from './context.ts';
import { figuresByDiameter } from './headViews.ts';
import type { Estimate } from './outcome.ts';
import type { JobInput } from './define.ts';

/** Prints that the whole job takes. */
export const printsOf = ({ job }: CheckContext): number => job.prints ?? job.quantity;

/** What one print takes: of each head by its own material. */
export function estimateOf({ report, context }: JobInput): Estimate {
  const { heads: others = [], recipe, machine } = context;
  const { filamentMm, extrudedVolumeMm3, heads: laying = [] } = report;
  const isByHead = others.length > 0;
  const parts = laying
    .filter((h) => isByHead && h.filamentMm > 0)
    .map((h) => {
      const of = others.find((o) => o.tool === h.tool)?.recipe ?? recipe;
      const fed = figuresByDiameter(h, machine.motion.filamentDiameterMm, of);
      return { ...fed, of, massG: massG(fed.extrudedVolumeMm3, of.material.densityGPerCm3) };
    });
  const fed = isByHead ? parts : [{ of: recipe, massG: massG(extrudedVolumeMm3, recipe.material.densityGPerCm3) }];
  const material = fed.reduce((sum, h) => sum + (h.massG / 1000) * h.of.material.pricePerKg, 0);
  return {
    timeS: report.timeS,
    heatingS: report.heatingS,
    filamentMm,
    massG: fed.reduce((sum, h) => sum + h.massG, 0),
    cost: material + ((report.timeS + report.heatingS) / 3600) * machine.ratePerHour,
    layers: report.layers,
    ...(parts.length > 1 && {
      heads: parts.map((h) => ({
        head: h.tool + 1,
        material: h.of.material.name,
        filamentMm: h.filamentMm,
        massG: h.massG,
      })),
    }),
  };
}
