import { defineRecipeRule } from './define.ts';

export const resinWarmEnough = defineRecipeRule({
  id: 'resin-warm-enough',
  about: 'machine',
  technology: 'resin',
  title: 'The resin is as warm as its supplier asks',
  why: 'Cold resin cures slower: the morning’s settings fail in the evening.',
  source: 'common practice, no published source',
  reads: ['workingRangeC'],
  needsMachine: true,
  needsSaid: 'resinC',
  find: (r) => {
    const [low, high] = r.range('workingRangeC');
    const c = r.input.machine!.resinC;
    const end = c !== null && c > high ? high : low;
    return c === null || (c >= low && c <= high)
      ? []
      : [
          {
            severity: 'caution',
            title: `The resin is too ${c < low ? 'cold' : 'warm'}`,
            figure: `${c} °C`,
            limit: `${low} to ${high} °C`,
            origin: 'material data',
            fix: c < low ? `warm it to ${low} °C` : `let it cool to ${high} °C`,
            change: { machine: { resinC: end } },
          },
        ];
  },
  examples: {
    passes: [{ says: 'at the limit', change: { machine: { resinC: 20 } } }],
    fails: [{ says: 'colder than this resin wants', change: { values: { workingRangeC: [26, 35] } } }],
  },
});
