import { findSetting } from '../../library/settings/catalogue.ts';
import { defineRule } from '../define.ts';

/** Kinds of plastic there are, longest first: "PA-CF" is not "PA". */
const familySetting = findSetting('family')!;
const FAMILIES = (familySetting.type === 'choice' ? [...familySetting.choices] : []).sort(
  (a, b) => b.length - a.length,
);
/** The plastic a file's name speaks of, if any. */
export function familyInName(name: string): string | null {
  const words = name.toUpperCase().split(/[^A-Z-]+/);
  return FAMILIES.find((f) => words.some((w) => w === f || w.split('-').includes(f))) ?? null;
}

export const nameTells = defineRule({
  id: 'name-tells',
  stage: 'before start',
  title: 'The file’s name names the same material as the recipe',
  why: 'Programs are often named after what they were made for; the wrong one is picked from a long list.',
  source: 'Words of the file’s name; common practice, no source',
  program: {
    reads: [],
    only: 'brought along',
    find: ({ context }) => {
      const { family } = context.recipe;
      if (!family) return { needs: 'the material’s family' };
      const told = familyInName(context.job.fileName);
      if (told === null || family.toUpperCase().startsWith(told)) return [];
      return [
        {
          severity: 'caution',
          title: `The file’s name says ${told}`,
          figure: context.job.fileName,
          limit: family,
          origin: `recipe, ${context.recipe.material.name}`,
          fix: `make sure that the program was made for ${family}, and name it so`,
        },
      ];
    },
  },
});
