import { numberOf } from '../../library/settings/define.ts';
import { defineRule } from '../define.ts';

/** What has to be left so that the film stays covered, as a share of a full vat (common practice, no source). */
const LEFT_SHARE = 0.2;

export const vatLasts = defineRule({
  id: 'vat-lasts',
  stage: 'body',
  technology: 'resin',
  title: 'The vat does not run low before the end',
  why: 'A bottle beside the printer fills no vat: where the film shows through, layers stay thin, and the light burns the film.',
  source:
    'Σ area · layer height against what somebody said is in the vat; a fifth that stays is common practice, no source',
  layers: {
    reads: ['rows', 'layerMm'],
    find: ({ rows, layerMm }, { machine, recipe }) => {
      const holds = numberOf(recipe.values ?? {}, 'vatMl');
      if (holds === null) return { needs: '“Resin the vat holds” of the printer profile' };
      const inVat = machine.asKnown?.inVatMl ?? null;
      if (inVat === null) return { needs: 'how much resin is in the vat, as somebody says at the machine' };
      const usable = inVat - LEFT_SHARE * holds;
      let ml = 0;
      const low = rows.findIndex((r) => (ml += (r.areaMm2 * layerMm) / 1000) > usable);
      if (low < 0) return [];
      const all = rows.reduce((s, r) => s + (r.areaMm2 * layerMm) / 1000, 0);
      const more = Math.ceil(all - usable);
      return [
        {
          severity: 'caution',
          title: 'The vat runs low before the end',
          figure: `${all.toFixed(1)} ml, all that may be used by layer ${low + 1}`,
          limit: `${Math.max(0, usable).toFixed(1)} ml`,
          origin: 'said at the machine',
          fix:
            inVat + more <= holds
              ? `pour ${more} ml into the vat before the start`
              : `fill the vat up, and stop before layer ${low + 1} to pour in the rest`,
          layer: low + 1,
          zMm: rows[low]!.zMm,
        },
      ];
    },
  },
});
