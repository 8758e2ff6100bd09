import type { RuleCases } from '../cases.ts';
import type { RecipeRole } from '../recipeInput.ts';
import { brimOnBodyHead } from './brimOnBodyHead.ts';

const BODY: RecipeRole = {
  role: 'part body',
  toolId: 'tool',
  materialId: 'asa',
  materialName: 'Torba ASA natural',
  family: 'ASA',
  bondsWith: 'ASA, ABS',
  supportPartners: 'PVA, ASA',
};
export const cases: RuleCases = {
  rule: brimOnBodyHead,
  recipe: [
    { when: 'on the same', roles: [BODY, { ...BODY, role: 'raft/brim' }], finds: [] },
    {
      when: 'on another',
      roles: [BODY, { ...BODY, role: 'raft/brim', toolId: 'tool2' }],
      finds: [
        {
          severity: 'caution',
          title: 'Raft and brim are on another head',
          figure: 'Torba ASA natural',
          limit: 'Torba ASA natural',
          origin: 'recipe',
          fix: 'print them with the head of the part',
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
