import type { RuleCases } from '../cases.ts';
import { failedBeyond } from '../fixture.ts';
import { accelerationProven } from './accelerationProven.ts';

export const cases: RuleCases = {
  rule: accelerationProven,
  recipe: [
    { when: 'at the limit', values: { fillAccelerationMmPerS2: 1600 }, finds: [] },
    {
      when: 'a hard fill',
      values: { fillAccelerationMmPerS2: 2500 },
      finds: [
        {
          severity: 'caution',
          title: 'Acceleration above what is proven',
          figure: '2500 mm/s²',
          limit: '1600 mm/s²',
          origin: 'proven by T-0001',
          fix: 'set 1600 mm/s² or prove it',
          trialId: 't',
          change: { values: { fillAccelerationMmPerS2: 1600 } },
        },
      ],
    },
    {
      when: 'harder than proven, in a class that is proven only',
      provenOnly: true,
      values: { fillAccelerationMmPerS2: 2500 },
      finds: [
        {
          severity: 'blocker',
          title: 'Acceleration above what is proven',
          figure: '2500 mm/s²',
          limit: '1600 mm/s²',
          origin: 'proven by T-0001',
          fix: 'set 1600 mm/s² or prove it',
          trialId: 't',
          change: { values: { fillAccelerationMmPerS2: 1600 } },
        },
      ],
    },
  ],
  job: [
    {
      when: 'the program starts as hard as proven',
      program: { before: { start: 'M204 P1600' } },
      values: { accelerationMmPerS2: 2000 },
      finds: [],
    },
    {
      when: 'the program starts harder than proven, from layer 3 on',
      program: { before: { layer3: 'M204 P1700' } },
      values: { accelerationMmPerS2: 2000 },
      finds: [
        {
          severity: 'caution',
          title: 'Acceleration above what is proven',
          figure: '1700 mm/s²',
          limit: '1600 mm/s²',
          origin: 'proven by T-0001',
          fix: 'set 1600 mm/s² or prove it',
          line: 53,
          layer: 2,
          zMm: 0.4,
          trialId: 't',
        },
      ],
    },
    {
      when: 'harder than a trial saw fail',
      program: { before: { layer3: 'M204 P1700' } },
      values: { accelerationMmPerS2: 2000 },
      proofs: { accelerationMmPerS2: failedBeyond(1500, 1600) },
      finds: [
        {
          severity: 'blocker',
          title: 'Acceleration above what is proven; beyond was seen to fail',
          figure: '1700 mm/s²',
          limit: '1600 mm/s²',
          origin: 'proven by T-0001',
          fix: 'set 1600 mm/s² or prove it',
          line: 53,
          layer: 2,
          zMm: 0.4,
          trialId: 't',
        },
      ],
    },
    {
      when: 'harder than proven in a class that is proven only',
      program: { before: { layer3: 'M204 P1700' } },
      values: { accelerationMmPerS2: 2000 },
      job: { class: 'customer part' },
      finds: [
        {
          severity: 'blocker',
          title: 'Acceleration above what is proven',
          figure: '1700 mm/s²',
          limit: '1600 mm/s²',
          origin: 'proven by T-0001',
          fix: 'set 1600 mm/s² or prove it',
          line: 53,
          layer: 2,
          zMm: 0.4,
          trialId: 't',
        },
      ],
    },
    {
      when: 'a mesh generated harder than proven',
      mesh: {},
      values: { fillAccelerationMmPerS2: 1700, accelerationMmPerS2: 2000, visibleWallAccelerationMmPerS2: 1500 },
      finds: [
        {
          severity: 'caution',
          title: 'Acceleration above what is proven',
          figure: '1700 mm/s²',
          limit: '1600 mm/s²',
          origin: 'proven by T-0001',
          fix: 'set 1600 mm/s² or prove it',
          line: 364,
          layer: 2,
          zMm: 0.4,
          trialId: 't',
          change: {
            values: {
              fillAccelerationMmPerS2: 1600,
              solidFillAccelerationMmPerS2: 1600,
              remainderAccelerationMmPerS2: 1600,
              supportAccelerationMmPerS2: 1600,
            },
          },
        },
      ],
    },
    {
      when: 'the evidence is due',
      proofs: { accelerationMmPerS2: { state: 'due', because: 'belt tightened 2 d ago' } },
      finds: [],
      others: ['evidence-not-due'],
      needs: 'valid acceleration evidence on this machine, tool and material',
    },
  ],
};
