import { defineRule } from '../define.ts';
import { lineKinds, speedKey } from '../../library/settings/lineKinds.ts';

const SPEEDS = [...lineKinds.map(speedKey), 'travelSpeedMmPerS'] as const;

export const speedWithinAxes = defineRule({
  id: 'speed-within-axes',
  stage: 'before start',
  title: 'Speeds the axes can run',
  why: 'The controller clips them, or steps are lost.',
  source: 'common practice, no published source',
  recipe: {
    about: 'recipe',
    reads: [...SPEEDS, 'maxFeedXMmPerS', 'maxFeedYMmPerS'],
    find: (r) => {
      const limit = Math.min(r.number('maxFeedXMmPerS'), r.number('maxFeedYMmPerS'));
      const over = SPEEDS.filter((key) => r.number(key) > limit);
      return over.length === 0
        ? []
        : [
            {
              severity: 'blocker',
              title: 'Faster than the axes run',
              figure: r.show(over[0]!),
              limit: r.show('maxFeedXMmPerS', limit),
              origin: 'hardware, printer',
              fix: `set ${r.show('maxFeedXMmPerS', limit)}`,
              change: { values: Object.fromEntries(over.map((key) => [key, limit])) },
            },
          ];
    },
  },
});
