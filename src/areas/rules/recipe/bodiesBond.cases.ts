import type { RuleCases } from '../cases.ts';
import type { RecipeRole } from '../recipeInput.ts';
import { bodiesBond } from './bodiesBond.ts';

const BODY: RecipeRole = {
  role: 'part body',
  toolId: 'tool',
  materialId: 'asa',
  materialName: 'Torba ASA natural',
  family: 'ASA',
  bondsWith: 'ASA, ABS',
  supportPartners: 'PVA, ASA',
};
const OTHER: RecipeRole = {
  role: 'part body',
  toolId: 'tool2',
  materialId: 'pla',
  materialName: 'Fienile PLA white',
  family: 'PLA',
  bondsWith: '',
  supportPartners: '',
};
export const cases: RuleCases = {
  rule: bodiesBond,
  recipe: [
    { when: 'two that bond', roles: [BODY, { ...OTHER, family: 'ABS' }], values: { purgeMm3: 100 }, finds: [] },
    {
      when: 'two that do not',
      roles: [BODY, OTHER],
      values: { purgeMm3: 100 },
      finds: [
        {
          severity: 'blocker',
          title: 'PLA does not weld to ASA',
          figure: 'Fienile PLA white',
          limit: 'ASA, ABS',
          origin: 'material data',
          fix: 'use ASA, ABS',
          change: {
            roles: [
              {
                role: 'part body',
                toolId: 'tool',
                materialId: 'asa',
                materialName: 'Torba ASA natural',
                family: 'ASA',
                bondsWith: 'ASA, ABS',
                supportPartners: 'PVA, ASA',
              },
            ],
          },
        },
      ],
    },
  ],
};
