import { unitReadings } from '../../../core/mesh/units.ts';
import { boxMesh } from '../../../core/mesh/solids.ts';
import { write3mf } from '../../../core/mesh/write3mf.ts';
import type { RuleCases } from '../cases.ts';
import { unitSure } from './unitSure.ts';

export const cases: RuleCases = {
  rule: unitSure,
  job: [
    {
      when: 'drawn in inches',
      mesh: { body: () => boxMesh([0, 0, 0], [1.6, 1.2, 0.8]) },
      values: { brimMm: 3 },
      finds: [
        {
          severity: 'blocker',
          title: 'The part has a size no part has',
          figure: '1.6 × 1.2 × 0.8 mm',
          limit: '2 to 1000 mm',
          origin: 'common practice',
          fix: 'say its unit: in makes it 40.64 × 30.48 × 20.32 mm; cm makes it 16 × 12 × 8 mm',
        },
      ],
      others: ['whole-lines'],
    },
    {
      when: 'too large in every unit',
      mesh: { body: () => boxMesh([0, 0, 0], [3000, 40, 20]) },
      values: { brimMm: 3, infillPercent: 0, solidLayers: 0 },
      finds: [
        {
          severity: 'caution',
          title: 'The part has a size no part has',
          figure: '3000 × 40 × 20 mm',
          limit: '2 to 1000 mm',
          origin: 'common practice',
          fix: 'ask whoever drew it',
        },
      ],
      others: ['fits-travel'],
    },
    {
      when: 'too small, and only one other unit makes it a part',
      mesh: { body: () => boxMesh([0, 0, 0], [0.07, 0.06, 0.07]) },
      values: { brimMm: 3, layerHeightMm: 0.1, firstLayerHeightMm: 0.1 },
      finds: [
        {
          severity: 'blocker',
          title: 'The part has a size no part has',
          figure: '0.07 × 0.06 × 0.07 mm',
          limit: '2 to 1000 mm',
          origin: 'common practice',
          fix: 'say its unit: m makes it 70 × 60 × 70 mm',
          change: { unit: 'm' },
        },
      ],
    },
    {
      when: 'small in millimetres, and of a usual size in inches',
      mesh: { body: () => boxMesh([0, 0, 0], [2.5, 2, 3]) },
      values: { brimMm: 3 },
      finds: [
        {
          severity: 'caution',
          title: 'Nobody has said in which unit the part is drawn',
          figure: '2.5 × 2 × 3 mm',
          limit: '20 mm and more',
          origin: 'common practice',
          fix: 'say its unit: in makes it 63.5 × 50.8 × 76.2 mm',
        },
      ],
    },
    {
      when: 'small in millimetres, and somebody has said that it is',
      mesh: { body: () => boxMesh([0, 0, 0], [18, 17, 12]) },
      measured: { mesh: { unitIsTold: true } },
      finds: [],
    },
    {
      when: 'just of a size that parts have in millimetres',
      mesh: { body: () => boxMesh([0, 0, 0], [20, 18, 12]) },
      finds: [],
    },
    {
      when: 'small in millimetres, and too large in inches',
      mesh: { body: () => boxMesh([0, 0, 0], [12, 11, 12]) },
      finds: [],
    },
    {
      when: 'the file states its unit',
      mesh: { bytes: () => write3mf([{ name: 'a', mesh: boxMesh([0, 0, 0], [1.6, 1.2, 0.8]) }], 'small') },
      values: { brimMm: 3 },
      finds: [],
      others: ['whole-lines'],
    },
    {
      when: 'the file states its unit and has a size no part has',
      mesh: {},
      measured: { mesh: { unitIsStated: true, readings: unitReadings({ min: [0, 0, 0], max: [0.5, 0.5, 0.5] }) } },
      finds: [],
    },
  ],
};
