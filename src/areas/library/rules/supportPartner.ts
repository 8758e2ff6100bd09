import { defineRecipeRule } from './define.ts';
import { inList } from './families.ts';
import type { RecipeRole } from './define.ts';

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

export const supportPartner = defineRecipeRule({
  id: 'support-partner',
  about: 'recipe',
  technology: 'filament',
  title: 'The support holds and comes off again',
  why: 'The wrong partner welds on, or slips off in mid-print.',
  source: 'common practice, no published source',
  reads: [],
  readsOfRoles: ['family', 'supportPartners'],
  find: (r) => {
    const part = r.input.roles.find((x) => x.role === 'part body');
    return r.input.roles
      .filter(
        (x) =>
          part &&
          x.role.startsWith('support') &&
          x.materialId !== part.materialId &&
          !inList(part.supportPartners, x.family),
      )
      .map((x) => ({
        severity: 'caution' as const,
        title: `${x.family} is no partner for support of ${part!.family}`,
        figure: x.materialName,
        limit: part!.supportPartners || 'none named',
        origin: 'material data',
        fix: `support with ${part!.supportPartners || part!.family}`,
        change: { roles: r.input.roles.filter((other) => other !== x) },
      }));
  },
  examples: {
    passes: [{ says: 'a partner', change: { roles: [BODY, { ...SUPPORT, family: 'PVA' }] } }],
    fails: [{ says: 'no partner', change: { roles: [BODY, SUPPORT] } }],
  },
});
