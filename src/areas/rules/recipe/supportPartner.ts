import { defineRule } from '../define.ts';
import { inList } from './families.ts';

export const supportPartner = defineRule({
  id: 'support-partner',
  stage: 'before start',
  title: 'The support holds and comes off again',
  why: 'The wrong partner welds on, or slips off in mid-print.',
  source: 'common practice, no published source',
  recipe: {
    about: 'recipe',
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
  },
});
