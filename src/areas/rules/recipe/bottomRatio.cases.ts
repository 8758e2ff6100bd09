import type { RuleCases } from '../cases.ts';
import { bottomRatio } from './bottomRatio.ts';

export const cases: RuleCases = {
  rule: bottomRatio,
  recipe: [
    {
      when: 'fifteen times',
      values: { exposureBottomS: 39, transitionLayers: 10 },
      proofs: { exposureBottomS: { state: 'unproven' } },
      finds: [],
    },
    {
      when: 'twice',
      values: { exposureBottomS: 6 },
      proofs: { exposureBottomS: { state: 'unproven' } },
      finds: [
        {
          severity: 'note',
          title: 'Bottom exposure is in an unusual ratio to normal',
          figure: '2.3 ×',
          limit: '4 to 15 ×',
          origin: 'common practice',
          fix: 'bottom to 10.4 s',
          change: { values: { exposureBottomS: 10.4 } },
        },
      ],
    },
  ],
};
