import { countOf } from '../../../core/units/plural.ts';
import { defineRule } from '../define.ts';

/** Less than this is a drop that does no harm (common practice, no source). */
const LEAST_MM3 = 1;

export const roomsDrain = defineRule({
  id: 'rooms-drain',
  stage: 'end',
  technology: 'resin',
  title: 'Nothing that is hollow stays full of resin',
  why: 'Sealed resin never cures: it seeps out for months and cracks the wall.',
  source:
    'What no path leads out of when the print is whole. From which volume on it matters: common practice, no source',
  layers: {
    reads: ['roomCount', 'rooms'],
    find: ({ rooms, roomCount }) => {
      const sealed = rooms.filter((r) => r.isSealed && r.volumeMm3 >= LEAST_MM3);
      const [first] = sealed.toSorted((a, b) => b.volumeMm3 - a.volumeMm3);
      if (!first) return [];
      const total = sealed.reduce((s, r) => s + r.volumeMm3, 0);
      return [
        {
          severity: 'caution',
          title: `${rooms.length < roomCount ? 'At least ' : ''}${countOf(sealed.length, 'closed room')} full of resin`,
          figure: `${(total / 1000).toFixed(2)} ml, the largest from layer ${first.fromLayer} to ${first.toLayer}`,
          limit: 'open to the outside',
          origin: 'the layers themselves',
          fix: 'give each two holes of 2 mm or more, one at its lowest place as it hangs, or fill it',
          layer: first.fromLayer,
          zMm: first.zMm,
          place: { xMm: first.xMm, yMm: first.yMm },
        },
      ];
    },
  },
});
