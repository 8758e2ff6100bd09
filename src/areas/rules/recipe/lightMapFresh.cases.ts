import type { RuleCases } from '../cases.ts';
import { lightMapFresh } from './lightMapFresh.ts';

export const cases: RuleCases = {
  rule: lightMapFresh,
  recipe: [
    { when: 'a map that holds', proofs: { irradianceMwPerCm2: { state: 'proven' } }, finds: [] },
    {
      when: 'a map from before the screen was changed',
      proofs: { irradianceMwPerCm2: { state: 'due', because: 'screen changed 3 d ago' } },
      finds: [
        {
          severity: 'caution',
          title: 'The dose rests on an old light map',
          figure: '7.8 mJ/cm² by ',
          limit: 'a light map that holds: screen changed 3 d ago',
          origin: 'proven by ',
          fix: 'run a light map',
          change: { proofs: { irradianceMwPerCm2: { state: 'proven', because: null } } },
        },
      ],
    },
    {
      when: 'stale, in a class that is proven only',
      provenOnly: true,
      proofs: { irradianceMwPerCm2: { state: 'due', because: 'film changed 2 d ago' } },
      finds: [
        {
          severity: 'blocker',
          title: 'The dose rests on an old light map',
          figure: '7.8 mJ/cm² by ',
          limit: 'a light map that holds: film changed 2 d ago',
          origin: 'proven by ',
          fix: 'run a light map',
          change: { proofs: { irradianceMwPerCm2: { state: 'proven', because: null } } },
        },
      ],
    },
  ],
};
