import type { RuleCases } from '../cases.ts';
import type { RecipeRole } from '../recipeInput.ts';
import { supportPartner } from './supportPartner.ts';

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
  toolId: 'tool2',
  materialId: 'pla',
  materialName: 'Fienile PLA white',
  family: 'PLA',
  bondsWith: '',
  supportPartners: '',
};
export const cases: RuleCases = {
  rule: supportPartner,
  recipe: [
    { when: 'a partner', roles: [BODY, { ...SUPPORT, family: 'PVA' }], finds: [] },
    {
      when: 'no partner',
      roles: [BODY, SUPPORT],
      finds: [
        {
          severity: 'caution',
          title: 'PLA is no partner for support of ASA',
          figure: 'Fienile PLA white',
          limit: 'PVA, ASA',
          origin: 'material data',
          fix: 'support with PVA, ASA',
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
