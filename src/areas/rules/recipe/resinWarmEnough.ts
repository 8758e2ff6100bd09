import { defineRule } from '../define.ts';

/** So much colder it is thick as syrup, and layers tear (common practice, no source). */
const FAR_C = 4;

export const resinWarmEnough = defineRule({
  id: 'resin-warm-enough',
  stage: 'before start',
  technology: 'resin',
  title: 'The resin is as warm as its supplier asks',
  why: 'Cold resin cures slower: the morning’s settings fail in the evening.',
  source: 'common practice, no published source',
  recipe: {
    about: 'machine',
    reads: ['workingRangeC'],
    needsMachine: true,
    needsReport: 'resinC',
    find: (r) => {
      const [low, high] = r.range('workingRangeC');
      const c = r.input.machine!.resinC;
      const end = c !== null && c > high ? high : low;
      return c === null || (c >= low && c <= high)
        ? []
        : [
            {
              severity: low - c > FAR_C ? 'blocker' : 'caution',
              title: `The resin is too ${c < low ? 'cold' : 'warm'}`,
              figure: `${c} °C`,
              limit: `${low} to ${high} °C`,
              origin: 'material data',
              fix: c < low ? `warm it to ${low} °C` : `let it cool to ${high} °C`,
              change: { machine: { resinC: end } },
            },
          ];
    },
  },
});
