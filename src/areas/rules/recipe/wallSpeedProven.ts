import { isInMargin } from '../../library/model/records.ts';
import { defineRule } from '../define.ts';
import { marginOf } from '../evidence.ts';

export const wallSpeedProven = defineRule({
  id: 'wall-speed-proven',
  stage: 'before start',
  title: 'Visible walls no faster than they come out even',
  why: 'Beyond it every corner leaves waves.',
  source: 'order of limits: hardware, proven, supplier (docs/glossary.md)',
  recipe: {
    about: 'recipe',
    reads: ['visibleWallSpeedMmPerS'],
    readsIfSet: ['highestWallSpeedMmPerS'],
    find: (r) => {
      if (!r.has('highestWallSpeedMmPerS') || r.number('visibleWallSpeedMmPerS') <= r.number('highestWallSpeedMmPerS'))
        return [];
      const p = r.input.proofs['highestWallSpeedMmPerS'];
      const limit = r.number('highestWallSpeedMmPerS');
      const isProven = p?.state === 'proven';
      const held = isProven && isInMargin(p.range, r.number('visibleWallSpeedMmPerS')) ? p : null;
      return [
        {
          severity:
            isProven && !held && (p.range.maxEnd === 'failedBeyond' || r.input.provenOnly) ? 'blocker' : 'caution',
          title: 'Visible walls faster than they come out even',
          figure: r.show('visibleWallSpeedMmPerS'),
          limit: r.show('highestWallSpeedMmPerS'),
          origin: held
            ? marginOf(held, (v) => r.show('visibleWallSpeedMmPerS', v))
            : isProven
              ? `proven by ${p.trialName}`
              : 'material',
          fix: `set ${r.show('visibleWallSpeedMmPerS', limit)}`,
          change: { values: { visibleWallSpeedMmPerS: limit } },
        },
      ];
    },
  },
});
