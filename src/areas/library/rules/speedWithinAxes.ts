import { defineRecipeRule } from './define.ts';
import { lineKinds, speedKey } from '../settings/lineKinds.ts';

const SPEEDS = lineKinds.map(speedKey);

export const speedWithinAxes = defineRecipeRule({
  id: 'speed-within-axes',
  about: 'recipe',
  technology: 'filament',
  title: 'Speeds the axes can run',
  why: 'The controller clips them, or steps are lost.',
  source: 'common practice, no published source',
  reads: [...SPEEDS, 'travelSpeedMmPerS', 'maxFeedXMmPerS', 'maxFeedYMmPerS'],
  find: (r) => {
    const limit = Math.min(r.number('maxFeedXMmPerS'), r.number('maxFeedYMmPerS'));
    const over = [...SPEEDS, 'travelSpeedMmPerS'].filter((key) => r.number(key) > limit);
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
  examples: {
    passes: [{ says: 'travel at the limit', change: { values: { travelSpeedMmPerS: 300 } } }],
    fails: [{ says: 'travel beyond', change: { values: { travelSpeedMmPerS: 350 } } }],
  },
});
