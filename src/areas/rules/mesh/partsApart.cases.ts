import { asDrawn } from '../../../core/mesh/placement.ts';
import { boxMesh } from '../../../core/mesh/solids.ts';
import { write3mf } from '../../../core/mesh/write3mf.ts';
import type { RuleCases } from '../cases.ts';
import { partsApart } from './partsApart.ts';

export const cases: RuleCases = {
  rule: partsApart,
  job: [
    {
      when: 'two parts of a file stand 1 mm apart',
      mesh: {
        bytes: () =>
          write3mf(
            [
              { name: 'a', mesh: boxMesh([0, 0, 0], [40, 30, 20]) },
              { name: 'b', mesh: boxMesh([41, 0, 0], [81, 30, 20]) },
            ],
            'two',
          ),
      },
      finds: [
        {
          severity: 'caution',
          title: 'Parts stand close together',
          figure: '1 mm between two of 2, seen from above',
          limit: '2 mm',
          origin: 'common practice',
          fix: 'arrange them apart, or leave them if the file means one thing made of several',
          zMm: 0,
          place: { xMm: 174, yMm: 171 },
        },
      ],
    },
    {
      when: 'two copies stand within each other',
      mesh: {
        choice: { placement: asDrawn(100, 100), more: [{ file: null, unit: null, placement: asDrawn(120, 110) }] },
      },
      finds: [
        {
          severity: 'caution',
          title: 'Parts touch or lie within each other',
          figure: 'no room between two of 2, seen from above',
          limit: '2 mm',
          origin: 'common practice',
          fix: 'arrange them apart, or leave them if the file means one thing made of several',
          zMm: 0,
          place: { xMm: 110, yMm: 105 },
        },
      ],
    },
    {
      when: 'two copies stand 3 mm apart',
      mesh: {
        choice: { placement: asDrawn(100, 100), more: [{ file: null, unit: null, placement: asDrawn(143, 100) }] },
      },
      finds: [],
    },
  ],
};
