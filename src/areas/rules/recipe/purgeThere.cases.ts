import type { RuleCases } from '../cases.ts';
import type { RecipeRole } from '../recipeInput.ts';
import { purgeThere } from './purgeThere.ts';

const BODY: RecipeRole = {
  role: 'part body',
  toolId: 'tool',
  materialId: 'asa',
  materialName: 'Torba ASA natural',
  family: 'ASA',
  bondsWith: 'ASA, ABS',
  supportPartners: 'PVA, ASA',
};
const SUPPORT: RecipeRole = {
  role: 'support',
  toolId: 'tool',
  materialId: 'pva',
  materialName: 'Ginestrel PVA',
  family: 'PVA',
  bondsWith: '',
  supportPartners: '',
};
export const cases: RuleCases = {
  rule: purgeThere,
  recipe: [
    {
      when: 'two on one head',
      roles: [BODY, SUPPORT],
      finds: [
        {
          severity: 'caution',
          title: 'Two materials through one head, and nothing is purged',
          figure: '0 mm³',
          limit: '120 mm³',
          origin: 'process',
          fix: 'purge 120 mm³ per change',
          change: { values: { purgeMm3: 120 } },
        },
      ],
    },
  ],
};
