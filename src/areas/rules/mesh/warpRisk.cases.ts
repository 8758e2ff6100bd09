import { asDrawn } from '../../../core/mesh/placement.ts';
import { boxMesh } from '../../../core/mesh/solids.ts';
import type { RuleCases } from '../cases.ts';
import { warpRisk } from './warpRisk.ts';

const rectangle = (w: number, d: number): [number, number][] => [
  [100, 100],
  [100 + w, 100],
  [100 + w, 100 + d],
  [100, 100 + d],
];

export const cases: RuleCases = {
  rule: warpRisk,
  job: [
    {
      when: 'a bar of 150 × 30 mm',
      mesh: { body: () => boxMesh([0, 0, 0], [150, 30, 8]) },
      finds: [
        {
          severity: 'caution',
          title: 'A long part of a material that shrinks',
          figure: '150 × 30 mm on 4500 mm², ASA, no brim',
          limit: '100 mm, 4 times as long as wide',
          origin: 'common practice',
          fix: 'give it a brim of 5 mm, and place it along the warmer middle of the bed',
          zMm: 0,
          change: { values: { brimMm: 5 } },
        },
      ],
    },
    {
      when: 'the same with a brim',
      mesh: { body: () => boxMesh([0, 0, 0], [150, 30, 8]) },
      values: { brimMm: 4 },
      finds: [],
    },
    {
      when: 'the same on a raft',
      mesh: { body: () => boxMesh([0, 0, 0], [150, 30, 8]) },
      values: { raftLayers: 3 },
      finds: [],
    },
    {
      when: 'two short blocks in a row are no long part',
      mesh: {
        choice: { placement: asDrawn(100, 100), more: [{ file: null, unit: null, placement: asDrawn(220, 100) }] },
      },
      finds: [],
    },
    {
      when: 'what lies beside the first is long',
      mesh: {},
      measured: { mesh: { others: [rectangle(150, 30)] } },
      finds: [
        {
          severity: 'caution',
          title: 'A long part of a material that shrinks',
          figure: '150 × 30 mm on 1200 mm², ASA, no brim',
          limit: '100 mm, 4 times as long as wide',
          origin: 'common practice',
          fix: 'give it a brim of 5 mm, and place it along the warmer middle of the bed',
          zMm: 0,
          change: { values: { brimMm: 5 } },
        },
      ],
    },
    { when: 'a bar along Y of 99 mm', mesh: { body: () => boxMesh([0, 0, 0], [20, 99, 8]) }, finds: [] },
    {
      when: 'a bar along Y of 100 mm',
      mesh: { body: () => boxMesh([0, 0, 0], [20, 100, 8]) },
      finds: [
        {
          severity: 'caution',
          title: 'A long part of a material that shrinks',
          figure: '100 × 20 mm on 2000 mm², ASA, no brim',
          limit: '100 mm, 4 times as long as wide',
          origin: 'common practice',
          fix: 'give it a brim of 5 mm, and place it along the warmer middle of the bed',
          zMm: 0,
          change: { values: { brimMm: 5 } },
        },
      ],
    },
    { when: 'less than four times as long as wide', mesh: { body: () => boxMesh([0, 0, 0], [30, 118, 8]) }, finds: [] },
    {
      when: 'a bar of PLA',
      mesh: { body: () => boxMesh([0, 0, 0], [150, 30, 8]) },
      values: { family: 'PLA', allowedFamilies: 'PLA' },
      finds: [],
    },
    {
      when: 'the material names no family',
      mesh: {},
      without: ['family', 'supportAngleDeg'],
      finds: [],
      needs: 'the material’s family',
    },
    {
      when: 'just four times as long as wide',
      mesh: {},
      measured: { mesh: { hull: rectangle(120, 30) } },
      finds: [
        {
          severity: 'caution',
          title: 'A long part of a material that shrinks',
          figure: '120 × 30 mm on 1200 mm², ASA, no brim',
          limit: '100 mm, 4 times as long as wide',
          origin: 'common practice',
          fix: 'give it a brim of 5 mm, and place it along the warmer middle of the bed',
          zMm: 0,
          change: { values: { brimMm: 5 } },
        },
      ],
    },
    {
      when: 'long, with a narrow brim',
      mesh: {},
      values: { brimMm: 0.5 },
      measured: { mesh: { hull: rectangle(150, 30) } },
      finds: [],
    },
  ],
};
