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
    {
      when: 'nothing is generated and it lies over the edge',
      mesh: {},
      measured: { mesh: { minMm: [-10, 156, 0], maxMm: [30, 186, 20] }, report: { boundsMm: null } },
      finds: [
        {
          severity: 'blocker',
          title: 'The part is too far over in X',
          figure: '-10 to 30 mm, +10 mm over in X',
          limit: '0 to 348 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'move it 10 mm forward in X',
          zMm: 0,
          change: { moveMm: [10, 0] },
        },
      ],
    },
    {
      when: 'it fits turned with the room its skirt needs',
      mesh: {},
      measured: {
        mesh: {
          minMm: [-36, 161, 0],
          maxMm: [384, 181, 20],
          hull: [
            [-36, 161],
            [384, 161],
            [384, 181],
            [-36, 181],
          ],
        },
      },
      finds: [
        {
          severity: 'blocker',
          title: 'The part is too long in X',
          figure: '-36 to 384 mm, +36 mm over in X',
          limit: '0 to 348 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'turn it 37° about Z and set it in the middle; largest scale 82.8 % as it stands',
          zMm: 0,
          change: { turnAboutZ: 37, moveMm: [0, 0] },
        },
      ],
      others: ['warp-risk'],
    },
    {
      when: 'two are longer than the travel',
      mesh: {},
      measured: {
        mesh: {
          minMm: [-36, 161, 0],
          maxMm: [384, 181, 20],
          others: [
            [
              [0, 0],
              [1, 0],
              [1, 1],
            ],
          ],
        },
      },
      finds: [
        {
          severity: 'blocker',
          title: 'The part is too long in X',
          figure: '-36 to 384 mm, +36 mm over in X',
          limit: '0 to 348 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'arrange them, or take fewer on this plate',
          zMm: 0,
        },
      ],
    },
    {
      when: 'it is as tall as the travel and lies over the edge',
      mesh: {},
      measured: { mesh: { minMm: [-10, 156, 0], maxMm: [30, 186, 400] } },
      finds: [
        {
          severity: 'blocker',
          title: 'The part is too far over in X',
          figure: '-10 to 30 mm, +10 mm over in X',
          limit: '0 to 348 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'largest scale 25.0 %',
          zMm: 0,
          change: { scale: [0.25, 0.25, 0.25], moveMm: [164, 0] },
        },
      ],
      others: ['holds-plate'],
    },
    {
      when: 'it is as tall as the travel and too long',
      mesh: {},
      measured: {
        mesh: {
          minMm: [-26, 161, 0],
          maxMm: [374, 181, 400],
          hull: [
            [-26, 161],
            [374, 161],
            [374, 181],
            [-26, 181],
          ],
        },
      },
      finds: [
        {
          severity: 'blocker',
          title: 'The part is too long in X',
          figure: '-26 to 374 mm, +26 mm over in X',
          limit: '0 to 348 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'turn it 33° about Z and set it in the middle; largest scale 87.0 % as it stands',
          zMm: 0,
          change: { turnAboutZ: 33, moveMm: [0, 0] },
        },
      ],
      others: ['holds-plate', 'warp-risk'],
    },
    {
      when: 'it is too deep for its brim',
      mesh: {},
      values: { brimMm: 4, skirtLoops: 0 },
      measured: {
        mesh: {
          minMm: [100, -1, 0],
          maxMm: [140, 339, 20],
          hull: [
            [100, -1],
            [140, -1],
            [140, 339],
            [100, 339],
          ],
        },
      },
      finds: [
        {
          severity: 'blocker',
          title: 'The part is too far over in Y',
          figure: '-1 to 339 mm, +1 mm over in Y',
          limit: '0 to 342 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'move it 1 mm forward in Y',
          zMm: 0,
          change: { moveMm: [0, 1] },
        },
      ],
    },
  ],
};
