import { failedBeyond, heldTo, notTriedBeyond } from '../fixture.ts';
import type { RuleCases } from '../cases.ts';
import { wallSpeedProven } from './wallSpeedProven.ts';

export const cases: RuleCases = {
  rule: wallSpeedProven,
  recipe: [
    { when: 'at the limit', values: { highestWallSpeedMmPerS: 40 }, finds: [] },
    {
      when: 'a lower limit',
      values: { highestWallSpeedMmPerS: 30 },
      proofs: { highestWallSpeedMmPerS: { state: 'unproven' } },
      finds: [
        {
          severity: 'caution',
          title: 'Visible walls faster than they come out even',
          figure: '40 mm/s',
          limit: '30 mm/s',
          origin: 'material',
          fix: 'set 30 mm/s',
          change: { values: { visibleWallSpeedMmPerS: 30 } },
        },
      ],
    },
    {
      when: 'quicker than the farm allows, but not than what came out even, in a class that is proven only',
      provenOnly: true,
      values: { highestWallSpeedMmPerS: 30 },
      proofs: { highestWallSpeedMmPerS: heldTo(30, 30, 40) },
      finds: [
        {
          severity: 'caution',
          title: 'Visible walls faster than they come out even',
          figure: '40 mm/s',
          limit: '30 mm/s',
          origin: 'farm’s margin; 40 mm/s held in T-0001',
          fix: 'set 30 mm/s',
          change: { values: { visibleWallSpeedMmPerS: 30 } },
        },
      ],
    },
    {
      when: 'quicker than what came out even',
      values: { highestWallSpeedMmPerS: 30 },
      proofs: { highestWallSpeedMmPerS: heldTo(30, 30, 39) },
      finds: [
        {
          severity: 'blocker',
          title: 'Visible walls faster than they come out even',
          figure: '40 mm/s',
          limit: '30 mm/s',
          origin: 'proven by T-0001',
          fix: 'set 30 mm/s',
          change: { values: { visibleWallSpeedMmPerS: 30 } },
        },
      ],
    },
    {
      when: 'quicker than a trial saw fail',
      values: { visibleWallSpeedMmPerS: 60 },
      proofs: { visibleWallSpeedMmPerS: failedBeyond(50, 50) },
      finds: [],
    },
    {
      when: 'quicker than proven, and nobody tried more',
      values: { visibleWallSpeedMmPerS: 60 },
      proofs: { visibleWallSpeedMmPerS: notTriedBeyond(50, 0, 50) },
      finds: [],
    },
    {
      when: 'the same in a class that is proven only',
      provenOnly: true,
      values: { visibleWallSpeedMmPerS: 60 },
      proofs: { visibleWallSpeedMmPerS: notTriedBeyond(50, 0, 50) },
      finds: [],
    },
  ],
};
