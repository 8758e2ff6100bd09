import type { RuleCases } from '../cases.ts';
import { nameTells } from './nameTells.ts';

export const cases: RuleCases = {
  rule: nameTells,
  job: [
    {
      when: 'the name speaks of another family',
      job: { fileName: 'vent_PETG.gcode' },
      finds: [
        {
          severity: 'caution',
          title: 'The file’s name says PETG',
          figure: 'vent_PETG.gcode',
          limit: 'ASA',
          origin: 'recipe, Torba ASA natural',
          fix: 'make sure that the program was made for ASA, and name it so',
        },
      ],
    },
    { when: 'the name speaks of the recipe’s family', job: { fileName: 'vent_asa_v2.gcode' }, finds: [] },
    {
      when: 'the name speaks of a family of which the recipe’s is a kind',
      job: { fileName: 'vent_PA.gcode' },
      values: { family: 'PA-CF', allowedFamilies: 'PA-CF' },
      finds: [],
    },
    {
      when: 'the material names no family',
      job: { fileName: 'vent_PETG.gcode' },
      without: ['family', 'supportAngleDeg'],
      finds: [],
      needs: 'the material’s family',
    },
    {
      when: 'the name speaks of a kind of the recipe’s family',
      job: { fileName: 'vent_PA-CF.gcode' },
      values: { family: 'PA', allowedFamilies: 'PA' },
      finds: [
        {
          severity: 'caution',
          title: 'The file’s name says PA-CF',
          figure: 'vent_PA-CF.gcode',
          limit: 'PA',
          origin: 'recipe, Torba ASA natural',
          fix: 'make sure that the program was made for PA, and name it so',
        },
      ],
    },
  ],
};
