import type { RuleCases } from '../cases.ts';
import { driesBelowSoftening } from './driesBelowSoftening.ts';

export const cases: RuleCases = {
  rule: driesBelowSoftening,
  recipe: [
    { when: 'just below', values: { dryingC: 95 }, finds: [] },
    {
      when: 'too hot',
      values: { dryingC: 105 },
      finds: [
        {
          severity: 'caution',
          title: 'It would soften while it dries',
          figure: '105 °C',
          limit: '95 °C',
          origin: 'material data',
          fix: 'dry at 95 °C',
          change: { values: { dryingC: 95 } },
        },
      ],
    },
    {
      when: 'nylon with fibres is dried at 80 °C, far above its glass transition',
      values: { family: 'PA-CF', allowedFamilies: 'PA-CF', glassTransitionC: 55, softensC: 150, dryingC: 80 },
      finds: [],
    },
    {
      when: 'a plastic with crystals, and nobody has said up to where it keeps its shape',
      values: { family: 'PP', allowedFamilies: 'PP', glassTransitionC: -10, dryingC: 60 },
      finds: [],
      needs: 'softensC',
    },
    {
      when: 'neither is known',
      without: ['glassTransitionC'],
      finds: [],
      needs: 'glassTransitionC',
    },
    {
      when: 'it keeps its shape up to less than its glass transition says',
      values: { softensC: 96 },
      finds: [],
    },
  ],
};
