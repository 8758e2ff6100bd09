import { formatDuration } from '../../../core/units/format.ts';
import { numberOf } from '../../library/settings/define.ts';
import { defineRule, placeOfLine } from '../define.ts';

/** Where nobody says how long; the setting’s own default. */
const HARMLESS_S = 600;

export const standbyShort = defineRule({
  id: 'standby-short',
  stage: 'body',
  title: 'No nozzle waits hot so long that its material chars',
  why: 'What stands in a hot nozzle turns brown, then hard: it comes out as a speck, or never again.',
  source: 'Material data: chars from, and after; ten minutes where it says no time, common practice, no source',
  isOfHead: true,
  program: {
    reads: ['layerRows', 'rests'],
    find: ({ report: r, context }) => {
      const values = context.recipe.values ?? {};
      const from = numberOf(values, 'charsFromC');
      const most = numberOf(values, 'charsAfterS') ?? HARMLESS_S;
      const rests = (r.rests ?? []).filter((rest) => rest.s > most);
      if (rests.length === 0) return [];
      if (from === null) return { needs: 'the temperature from which the material of a waiting head chars' };
      const hot = rests.filter((rest) => rest.celsius >= from);
      if (hot.length === 0) return [];
      const longest = hot.reduce((a, b) => (b.s > a.s ? b : a));
      return [
        {
          severity: 'caution',
          title: 'A nozzle waits so long that its material chars',
          figure: `${longest.celsius} °C for ${formatDuration(longest.s)}`,
          limit: `below ${from} °C, or ${formatDuration(most)}`,
          origin: 'material',
          fix: `have it wait below ${from} °C, or cold where it is not wanted for long`,
          ...placeOfLine(r, longest.line),
        },
      ];
    },
  },
});
