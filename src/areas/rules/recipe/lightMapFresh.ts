import { defineRule } from '../define.ts';

export const lightMapFresh = defineRule({
  id: 'light-map-fresh',
  stage: 'before start',
  technology: 'resin',
  title: 'The dose rests on a light map that holds',
  why: 'A screen fades: seconds that gave the dose last year give less today.',
  source: 'dose = irradiance · time',
  recipe: {
    about: 'machine',
    reads: ['exposureS', 'irradianceMwPerCm2'],
    find: (r) => {
      const p = r.input.proofs['irradianceMwPerCm2'];
      return p?.state === 'due'
        ? [
            {
              severity: r.input.provenOnly ? ('blocker' as const) : ('caution' as const),
              title: 'The dose rests on an old light map',
              figure: `${(r.number('exposureS') * r.number('irradianceMwPerCm2')).toFixed(1)} mJ/cm² by ${p.trialName}`,
              limit: `a light map that holds: ${p.because ?? 'it is too old'}`,
              origin: `proven by ${p.trialName}`,
              fix: 'run a light map',
              change: { proofs: { irradianceMwPerCm2: { state: 'proven' as const, because: null } } },
            },
          ]
        : [];
    },
  },
});
