import { defineRecipeRule } from './define.ts';
import { accelerationKey, lineKinds } from '../settings/lineKinds.ts';

const CELLS = lineKinds.map(accelerationKey);

export const accelerationProven = defineRecipeRule({
  id: 'acceleration-proven',
  about: 'recipe',
  technology: 'filament',
  title: 'Accelerations within what is proven',
  why: 'Beyond it edges ring, at worst layers shift.',
  source: 'common practice, no published source',
  reads: [...CELLS],
  find: (r) => {
    const p = r.input.proofs['accelerationMmPerS2'];
    if (p?.state !== 'proven') return [];
    const over = CELLS.filter((key) => r.number(key) > p.range.max);
    return over.length === 0
      ? []
      : [
          {
            severity: p.range.maxEnd === 'failedBeyond' || r.input.provenOnly ? 'blocker' : 'caution',
            title: 'Starts and stops harder than proven',
            figure: r.show(over[0]!),
            limit: r.show(over[0]!, p.range.max),
            origin: `proven by ${p.trialName}`,
            fix: `set ${r.show(over[0]!, p.range.max)}`,
            change: { values: Object.fromEntries(over.map((key) => [key, p.range.max])) },
          },
        ];
  },
  examples: {
    passes: [{ says: 'at the limit', change: { values: { fillAccelerationMmPerS2: 1600 } } }],
    fails: [{ says: 'a hard fill', change: { values: { fillAccelerationMmPerS2: 2500 } } }],
  },
});
