import type { RuleCases } from '../cases.ts';
import { lightReaches } from './lightReaches.ts';

export const cases: RuleCases = {
  rule: lightReaches,
  recipe: [
    { when: 'a stronger light', values: { irradianceMwPerCm2: 4 }, finds: [] },
    {
      when: 'a weak light',
      values: { irradianceMwPerCm2: 1.5 },
      proofs: { exposureS: { state: 'unproven' } },
      finds: [
        {
          severity: 'blocker',
          title: 'The light does not reach through the layer',
          figure: 'cures 0.000 mm',
          limit: '0.05 mm',
          origin: 'working curve of the resin',
          fix: 'expose at least 3.72 s',
          change: { values: { exposureS: 3.722 } },
        },
      ],
    },
  ],
};
