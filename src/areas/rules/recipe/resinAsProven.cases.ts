import type { RuleCases } from '../cases.ts';
import { resinAsProven } from './resinAsProven.ts';

export const cases: RuleCases = {
  rule: resinAsProven,
  recipe: [
    { when: 'three degrees off', machine: { resinC: 27 }, finds: [] },
    {
      when: 'colder',
      machine: { resinC: 20.5 },
      finds: [
        {
          severity: 'caution',
          title: 'The resin is colder than when its exposure was proven',
          figure: '20.5 °C',
          limit: '24 °C ± 3',
          origin: 'proven by T-0001',
          fix: 'bring it to 24 °C',
          change: { machine: { resinC: 24 } },
        },
      ],
    },
    {
      when: 'colder, and what a degree does is known',
      values: { exposurePerC: 2 },
      machine: { resinC: 20 },
      finds: [
        {
          severity: 'caution',
          title: 'The resin is colder than when its exposure was proven',
          figure: '20 °C',
          limit: '24 °C ± 3',
          origin: 'proven by T-0001',
          fix: 'bring it to 24 °C, or expose 2.82 s',
          change: { machine: { resinC: 24 } },
        },
      ],
    },
  ],
};
