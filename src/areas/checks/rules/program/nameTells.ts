import { findSetting } from '../../../library/settings/catalogue.ts';
import { defineRule } from '../define.ts';
import { soundJob } from '../sound.ts';

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
