import type { RuleCases } from '../cases.ts';
import { abrasiveOnSoft } from './abrasiveOnSoft.ts';

export const cases: RuleCases = {
  rule: abrasiveOnSoft,
  recipe: [
    { when: 'on a hard one', values: { abrasive: true }, finds: [] },
    {
      when: 'on brass',
      values: { abrasive: true, nozzleMaterial: 'brass' },
      finds: [
        {
          severity: 'blocker',
          title: 'Abrasive filament on a soft nozzle',
          figure: 'brass',
          limit: 'hardened or tipped',
          origin: 'material data',
          fix: 'mount a hardened nozzle',
          change: { values: { nozzleMaterial: 'hardened steel' } },
        },
      ],
    },
  ],
};
