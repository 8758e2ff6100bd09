import { grams } from '../grams.ts';
import { massG } from '../../../core/toolpath/bead.ts';
import { printsOf } from '../estimate.ts';
import { defineRule, type Found } from '../define.ts';

export const loadedMaterial = defineRule({
  id: 'loaded-material',
  stage: 'before start',
  title: 'The loaded material is the recipe’s, and there is enough',
  why: 'Another material at these temperatures clogs or falls apart; a spool that ends at night ends the job.',
  source: 'common practice, no published source',
  supersedes: ['spool-not-empty'],
  isOfHead: true,
  recipe: {
    about: 'machine',
    reads: [],
    needsMachine: true,
    find: ({ input: { machine, roles } }) => {
      const body = roles.find((x) => x.role === 'part body');
      if (!body || machine!.loadedMaterialId === body.materialId) return [];
      return [
        {
          severity: 'blocker',
          title: machine!.loadedMaterialId ? 'Another material is loaded' : 'No material is loaded',
          figure: machine!.loadedLot ? `lot ${machine!.loadedLot}` : 'none',
          limit: body.materialName,
          origin: `machine, ${machine!.name}`,
          fix: `load ${body.materialName}`,
          change: { machine: { loadedMaterialId: body.materialId } },
        },
      ];
    },
  },
  program: {
    reads: ['extrudedVolumeMm3'],
    find: ({ report, context }) => {
      const { loaded } = context.machine;
      const { material } = context.recipe;
      if (!loaded)
        return [
          {
            severity: 'blocker',
            title: 'No material is loaded',
            figure: 'empty',
            limit: material.name,
            origin: `machine, ${context.machine.name}`,
            fix: `load ${material.name}`,
          },
        ];
      const found: Found[] = [];
      if (loaded.id !== material.id)
        found.push({
          severity: 'blocker',
          title: 'Another material is loaded',
          figure: `${loaded.name}, lot ${loaded.lot}`,
          limit: material.name,
          origin: 'recipe',
          fix: `load ${material.name} on ${context.machine.name} or check with a recipe for ${loaded.name}`,
        });
      const needed = massG(report.extrudedVolumeMm3, material.densityGPerCm3) * printsOf(context);
      const stops = context.recipe.values?.['filamentSensor'] === true;
      const lastsForOne = needed / printsOf(context) <= loaded.remainingG;
      if (needed > loaded.remainingG)
        found.push({
          severity: lastsForOne || stops ? 'caution' : 'blocker',
          title: lastsForOne
            ? 'The spool may not last'
            : `The spool ends within the print${stops ? ', which then waits' : ''}`,
          figure: `${grams(needed)} for ${context.job.quantity}`,
          limit: `${grams(loaded.remainingG)} left`,
          origin: `machine, slot of ${context.machine.name}`,
          fix: `have ${Math.ceil(needed - loaded.remainingG)} g more at hand`,
          stage: 'body',
        });
      return found;
    },
  },
});
