import { asDrawn } from '../../../core/mesh/placement.ts';
import { boxMesh } from '../../../core/mesh/solids.ts';
import type { RuleCases } from '../cases.ts';
import { fitsTravel } from './fitsTravel.ts';

export const cases: RuleCases = {
  rule: fitsTravel,
  job: [
    {
      when: 'it fills the travel',
      mesh: { body: () => boxMesh([0, 0, 0], [348, 342, 4]) },
      values: { skirtLoops: 0 },
      finds: [],
    },
    {
      when: 'it is too tall',
      mesh: { body: () => boxMesh([0, 0, 0], [60, 60, 41]) },
      values: { travelZMm: 40 },
      finds: [
        {
          severity: 'blocker',
          title: 'The part is too tall',
          figure: '0 to 41 mm, +1 mm over in Z',
          limit: '0 to 40 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'largest scale 97.5 %',
          zMm: 40,
          change: { scale: [0.975, 0.975, 0.975], moveMm: [0, 0] },
        },
      ],
    },
    {
      when: 'it lies over the edge',
      mesh: { placed: { xMm: 10 } },
      finds: [
        {
          severity: 'blocker',
          title: 'The part is too far over in X',
          figure: '-10 to 30 mm, +10 mm over in X',
          limit: '0 to 348 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'move it 15 mm forward in X',
          zMm: 0,
          change: { moveMm: [15, 0] },
        },
      ],
    },
    {
      when: 'it lies over the far edge',
      mesh: { placed: { yMm: 340 } },
      finds: [
        {
          severity: 'blocker',
          title: 'The part is too far over in Y',
          figure: '325 to 355 mm, +13 mm over in Y',
          limit: '0 to 342 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'move it 18 mm back in Y',
          zMm: 0,
          change: { moveMm: [0, -18] },
        },
      ],
    },
    {
      when: 'it is long, but fits turned',
      mesh: { body: () => boxMesh([0, 0, 0], [400, 20, 20]) },
      values: { brimMm: 4 },
      finds: [
        {
          severity: 'blocker',
          title: 'The part is too long in X',
          figure: '-26 to 374 mm, +26 mm over in X',
          limit: '0 to 348 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'turn it 35° about Z and set it in the middle; largest scale 85.1 % as it stands',
          zMm: 0,
          change: { turnAboutZ: 35, moveMm: [0, 0] },
        },
      ],
    },
    {
      when: 'it is larger than the travel',
      mesh: { body: () => boxMesh([0, 0, 0], [500, 400, 20]) },
      values: { brimMm: 4, infillPercent: 0 },
      finds: [
        {
          severity: 'blocker',
          title: 'The part is too long in X',
          figure: '-76 to 424 mm, +76 mm over in X',
          limit: '0 to 348 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'largest scale 68.0 %',
          zMm: 0,
          change: { scale: [0.68, 0.68, 0.68], moveMm: [0, 0] },
        },
        {
          severity: 'blocker',
          title: 'The part is too long in Y',
          figure: '-29 to 371 mm, +29 mm over in Y',
          limit: '0 to 342 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'largest scale 68.0 %',
          zMm: 0,
          change: { scale: [0.68, 0.68, 0.68], moveMm: [0, 0] },
        },
      ],
    },
    {
      when: 'two lie over the edge',
      mesh: {
        choice: { placement: asDrawn(10, 100), more: [{ file: null, unit: null, placement: asDrawn(60, 100) }] },
      },
      finds: [
        {
          severity: 'blocker',
          title: 'The part is too far over in X',
          figure: '-10 to 80 mm, +10 mm over in X',
          limit: '0 to 348 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'move it 15 mm forward in X',
          zMm: 0,
          change: { moveMm: [15, 0] },
        },
      ],
    },
  ],
};
