import { boxMesh } from '../../../core/mesh/solids.ts';
import type { RuleCases } from '../cases.ts';
import { skirtFits } from './skirtFits.ts';

export const cases: RuleCases = {
  rule: skirtFits,
  job: [
    {
      when: 'the skirt reaches over the near edge',
      mesh: { placed: { xMm: 24 } },
      values: { family: 'PLA', allowedFamilies: 'PLA' },
      finds: [
        {
          severity: 'blocker',
          title: 'Skirt, brim or support reaches beyond X',
          figure: '+1 mm over in X',
          limit: '0 to 348 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'move it 1 mm forward in X',
          zMm: 0,
          change: { moveMm: [1, 0] },
        },
      ],
    },
    {
      when: 'the skirt reaches over the far edge',
      mesh: { placed: { yMm: 325 } },
      values: { family: 'PLA', allowedFamilies: 'PLA' },
      finds: [
        {
          severity: 'blocker',
          title: 'Skirt, brim or support reaches beyond Y',
          figure: '+3 mm over in Y',
          limit: '0 to 342 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'move it 3 mm back in Y',
          zMm: 0,
          change: { moveMm: [0, -3] },
        },
      ],
    },
    {
      when: 'the part fills the travel and the skirt has no room',
      mesh: { body: () => boxMesh([0, 0, 0], [346, 200, 4]) },
      values: { family: 'PLA', allowedFamilies: 'PLA' },
      finds: [
        {
          severity: 'blocker',
          title: 'Skirt, brim or support reaches beyond X',
          figure: '+4 mm over in X',
          limit: '0 to 348 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'leave the skirt out, or bring it 4 mm closer',
          zMm: 0,
          change: { values: { skirtLoops: 0, brimMm: 0 } },
        },
      ],
    },
    {
      when: 'the part fills the travel and the brim has no room',
      mesh: { body: () => boxMesh([0, 0, 0], [346, 200, 4]) },
      values: { skirtLoops: 0, brimMm: 5 },
      finds: [
        {
          severity: 'blocker',
          title: 'Skirt, brim or support reaches beyond X',
          figure: '+3.96 mm over in X',
          limit: '0 to 348 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'leave the brim out, or bring it 3.96 mm closer',
          zMm: 0,
          change: { values: { skirtLoops: 0, brimMm: 0 } },
        },
      ],
    },
  ],
};
