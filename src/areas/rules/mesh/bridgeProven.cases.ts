import { boxSolid as box, solidMesh as solid } from '../../../../test/meshes/solids.ts';
import type { RuleCases } from '../cases.ts';
import { failedBeyond, notTriedBeyond } from '../fixture.ts';
import { bridgeProven } from './bridgeProven.ts';

export const cases: RuleCases = {
  rule: bridgeProven,
  job: [
    {
      when: 'a gate of 15 mm where 20 are proven',
      mesh: { body: () => solid(box(-12.5, 0, 10, 30, 0, 12), box(12.5, 0, 10, 30, 0, 12), box(0, 0, 35, 30, 12, 18)) },
      proofs: { longestBridgeMm: failedBeyond(20, 20) },
      finds: [],
    },
    {
      when: 'a gate of 30 mm where a trial saw more than 20 fail',
      mesh: { body: () => solid(box(-20, 0, 10, 30, 0, 12), box(20, 0, 10, 30, 0, 12), box(0, 0, 50, 30, 12, 18)) },
      proofs: { longestBridgeMm: failedBeyond(20, 20) },
      finds: [
        {
          severity: 'blocker',
          title: 'Bridge above what is proven',
          figure: '30 mm at 12.2 mm',
          limit: '20 mm',
          origin: 'proven by T-0001',
          fix: 'support it, or compare build orientations',
          zMm: 12.2,
          place: { xMm: 174, yMm: 171 },
          trialId: 't',
          change: { values: { supportAngleDeg: 80 } },
        },
      ],
    },
    {
      when: 'a gate of 30 mm where 20 are proven and nobody tried more',
      mesh: { body: () => solid(box(-20, 0, 10, 30, 0, 12), box(20, 0, 10, 30, 0, 12), box(0, 0, 50, 30, 12, 18)) },
      proofs: { longestBridgeMm: notTriedBeyond(20, 0, 20) },
      finds: [
        {
          severity: 'caution',
          title: 'Bridge above what is proven',
          figure: '30 mm at 12.2 mm',
          limit: '20 mm',
          origin: 'proven by T-0001',
          fix: 'support it, or compare build orientations',
          zMm: 12.2,
          place: { xMm: 174, yMm: 171 },
          trialId: 't',
          change: { values: { supportAngleDeg: 80 } },
        },
      ],
    },
    {
      when: 'the same in a class that is proven only',
      mesh: { body: () => solid(box(-20, 0, 10, 30, 0, 12), box(20, 0, 10, 30, 0, 12), box(0, 0, 50, 30, 12, 18)) },
      proofs: { longestBridgeMm: notTriedBeyond(20, 0, 20) },
      job: { class: 'customer part' },
      finds: [
        {
          severity: 'blocker',
          title: 'Bridge above what is proven',
          figure: '30 mm at 12.2 mm',
          limit: '20 mm',
          origin: 'proven by T-0001',
          fix: 'support it, or compare build orientations',
          zMm: 12.2,
          place: { xMm: 174, yMm: 171 },
          trialId: 't',
          change: { values: { supportAngleDeg: 80 } },
        },
      ],
    },
    {
      when: 'a gate nobody has tried',
      mesh: { body: () => solid(box(-20, 0, 10, 30, 0, 12), box(20, 0, 10, 30, 0, 12), box(0, 0, 50, 30, 12, 18)) },
      finds: [
        {
          severity: 'caution',
          title: 'Bridge length is not proven here',
          figure: '30 mm at 12.2 mm',
          limit: '5 mm',
          origin: 'common practice',
          fix: 'run a bridge trial up to 30 mm, or support it',
          zMm: 12.2,
          place: { xMm: 174, yMm: 171 },
          isUnproven: true,
          change: { values: { supportAngleDeg: 80 } },
        },
      ],
    },
  ],
};
