import type { RuleCases } from '../cases.ts';
import { layerTimeEnough } from './layerTimeEnough.ts';

export const cases: RuleCases = {
  rule: layerTimeEnough,
  recipe: [
    { when: 'just enough', values: { minimumLayerTimeS: 10 }, finds: [] },
    {
      when: 'too short',
      values: { minimumLayerTimeS: 6 },
      finds: [
        {
          severity: 'caution',
          title: 'Layer time target below what the material needs',
          figure: '6 s',
          limit: '10 s',
          origin: 'material',
          fix: 'set 10 s',
          change: { values: { minimumLayerTimeS: 10 } },
        },
      ],
    },
  ],
};
