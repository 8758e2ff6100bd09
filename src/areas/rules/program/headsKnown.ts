import { layingHeads } from '../headViews.ts';
import { defineRule, placeOfLine, type Found } from '../define.ts';

export const headsKnown = defineRule({
  id: 'heads-known',
  stage: 'before start',
  title: 'The recipe says what every head lays',
  why: 'A head that the recipe does not know is judged by nothing: neither its heat nor what is loaded in it.',
  source: 'what the program itself lays with each tool',
  program: {
    reads: ['heads', 'layerRows'],
    find: ({ report, context }) => {
      if (!report.heads) return { needs: 'a program read by this version; check again' };
      const { heads = [], bodyTool = 0, recipe } = context;
      const known = new Set([bodyTool, ...heads.map((h) => h.tool)]);
      return layingHeads(report)
        .filter((tool) => !known.has(tool))
        .map((tool): Found => {
          const { firstExtrusionLine } = report.heads!.find((h) => h.tool === tool)!;
          return {
            severity: 'blocker',
            title: `Nothing is known of what head ${tool + 1} lays`,
            figure: `T${tool} extrudes`,
            limit: `head ${bodyTool + 1}: ${recipe.material.name}`,
            origin: 'recipe',
            fix: `check with a recipe that gives head ${tool + 1} its role, tool and material`,
            ...placeOfLine(report, firstExtrusionLine),
          };
        });
    },
  },
});
