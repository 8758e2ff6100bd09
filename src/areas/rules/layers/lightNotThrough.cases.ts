import type { RuleCases } from '../cases.ts';
import { lightNotThrough } from './lightNotThrough.ts';

const range = { min: 2, max: 12, minEnd: 'notTriedBeyond', maxEnd: 'notTriedBeyond' } as const;
const proofs = { exposureS: { value: 10, range } };

export const cases: RuleCases = {
  rule: lightNotThrough,
  stack: [
    {
      when: 'light for more than six layers',
      values: { exposureS: 10 },
      proofs,
      others: ['bottom-ratio'],
      finds: [
        {
          severity: 'caution',
          title: 'The light hardens far more than a layer',
          figure: '0.302 mm deep, 6.0 layers',
          limit: '0.300 mm',
          origin: 'working curve of the resin',
          fix: 'expose for 9.85 s or less',
        },
      ],
    },
    { when: 'light for just six', values: { exposureS: 9.84 }, proofs, others: ['bottom-ratio'], finds: [] },
    {
      when: 'a resin nobody has measured',
      without: ['penetrationDepthMm'],
      finds: [],
      needs: 'the working curve of the resin',
    },
    {
      when: 'a resin that is measured half',
      without: ['criticalDoseMjPerCm2'],
      finds: [],
      needs: 'the working curve of the resin',
    },
    {
      when: 'a screen nobody has measured',
      without: ['irradianceMwPerCm2'],
      finds: [],
      needs: 'the light of the screen',
    },
  ],
};
