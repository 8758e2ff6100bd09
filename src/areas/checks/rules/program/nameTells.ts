import { defineRule } from '../define.ts';
import { soundJob } from '../sound.ts';

/** Kinds of plastic as names carry them, longest first. */
const FAMILIES = ['PETG', 'PA-CF', 'PLA', 'ABS', 'ASA', 'TPU', 'PVA', 'PET', 'PC', 'PA'] as const;
/** The plastic a file's name speaks of, if any. */
export function familyInName(name: string): string | null {
  const words = name.toUpperCase().split(/[^A-Z-]+/);
  return FAMILIES.find((f) => words.includes(f) || words.some((w) => w.split('-').includes(f))) ?? null;
}

export const nameTells = defineRule({
  id: 'name-tells',
  bites: 'before start',
  title: 'The file’s name speaks of the same plastic as the recipe',
  why: 'Programs are often named after what they were made for; the wrong one is picked from a long list.',
  source: 'Words of the file’s name; common practice, no source',
  of: 'program',
  find: ({ sheet }) => {
    const { family } = sheet.recipe;
    if (!family) return { missing: 'the material has no family' };
    const told = familyInName(sheet.job.fileName);
    if (told === null || family.toUpperCase().startsWith(told)) return [];
    return [
      {
        severity: 'caution',
        title: `The file’s name speaks of ${told}`,
        figure: sheet.job.fileName,
        limit: family,
        origin: `recipe, ${sheet.recipe.material.name}`,
        fix: `make sure that the program was made for ${family}, and name it so`,
      },
    ];
  },
  examples: {
    passes: [
      { says: 'no plastic in the name', input: soundJob({ recipe: { family: 'ASA' } }) },
      { says: 'the same', input: soundJob({ recipe: { family: 'ASA' }, job: { fileName: 'vent_asa_v2.gcode' } }) },
    ],
    fails: [{ says: 'another', input: soundJob({ recipe: { family: 'ASA' }, job: { fileName: 'vent_PETG.gcode' } }) }],
  },
});
