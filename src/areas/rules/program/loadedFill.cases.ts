import type { RuleCases } from '../cases.ts';
import { loadedFill } from './loadedFill.ts';

export const cases: RuleCases = {
  rule: loadedFill,
  job: [
    { when: 'it is half filled', mesh: {}, values: { infillPercent: 50 }, job: { purpose: 'loaded' }, finds: [] },
    {
      when: 'it is a fifth filled',
      mesh: {},
      job: { purpose: 'loaded' },
      finds: [
        {
          severity: 'caution',
          title: 'Too little infill or walls for a loaded part',
          figure: '20 % infill, 3 walls',
          limit: '50 %, 3 walls',
          origin: 'purpose: loaded',
          fix: 'set 50 % infill and 3 walls; choose a build orientation with the load along the layers',
          change: { values: { infillPercent: 50, walls: 3 } },
        },
      ],
    },
    {
      when: 'it has two walls',
      mesh: {},
      values: { infillPercent: 60, walls: 2 },
      job: { purpose: 'loaded' },
      finds: [
        {
          severity: 'caution',
          title: 'Too little infill or walls for a loaded part',
          figure: '60 % infill, 2 walls',
          limit: '50 %, 3 walls',
          origin: 'purpose: loaded',
          fix: 'set 50 % infill and 3 walls; choose a build orientation with the load along the layers',
          change: { values: { infillPercent: 60, walls: 3 } },
        },
      ],
    },
    { when: 'nothing pulls at it', mesh: {}, values: { walls: 2 }, finds: [] },
    {
      when: 'a hundredth less than half, and three walls',
      mesh: {},
      job: { purpose: 'loaded' },
      values: { infillPercent: 49 },
      finds: [
        {
          severity: 'caution',
          title: 'Too little infill or walls for a loaded part',
          figure: '49 % infill, 3 walls',
          limit: '50 %, 3 walls',
          origin: 'purpose: loaded',
          fix: 'set 50 % infill and 3 walls; choose a build orientation with the load along the layers',
          change: { values: { infillPercent: 50, walls: 3 } },
        },
      ],
    },
  ],
};
