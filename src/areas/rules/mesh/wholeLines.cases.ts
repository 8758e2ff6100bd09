import { thin, both } from '../figuresFixture.ts';
import { boxMesh } from '../../../core/mesh/solids.ts';
import { boxSolid as box, solidMesh as solid, withoutTriangle } from '../../../../test/meshes/solids.ts';
import type { RuleCases } from '../cases.ts';
import { wholeLines } from './wholeLines.ts';

export const cases: RuleCases = {
  rule: wholeLines,
  job: [
    {
      when: 'walls of two lines and a half',
      mesh: { body: () => solid(box(0, 0, 40, 1.08, 0, 8), box(0, 30, 40, 30, 0, 8)) },
      finds: [
        {
          severity: 'note',
          title: 'A wall of 1.09 mm holds no whole number of lines',
          figure: '2 of 0.44 mm, 0.25 mm left over, on 642 mm²',
          limit: '0.1 mm left over',
          origin: 'recipe, visible wall',
          fix: 'set a line width of 0.39 mm, or draw the wall 0.84 mm thick',
          zMm: 3.564,
          change: { values: { lineWidthMm: 0.392 } },
        },
      ],
    },
    {
      when: 'walls of two lines',
      mesh: { body: () => solid(box(0, 0, 40, 0.84, 0, 8), box(0, 30, 40, 30, 0, 8)) },
      finds: [],
    },
    {
      when: 'an open surface',
      mesh: { body: () => withoutTriangle(boxMesh([0, 0, 0], [40, 30, 20]), 5) },
      finds: [],
      others: ['closed-surface'],
      needs: 'a closed surface; an open one has no thickness',
    },
    {
      when: 'walls of three lines and a bit too much for five',
      mesh: {},
      values: { walls: 2 },
      measured: { mesh: { thickness: thin('upright', 1.55, 3000, 1) } },
      finds: [
        {
          severity: 'note',
          title: 'A wall of 1.55 mm holds no whole number of lines',
          figure: '3 of 0.44 mm, 0.32 mm left over, on 3000 mm²',
          limit: '0.1 mm left over',
          origin: 'recipe, visible wall',
          fix: 'set a line width of 0.42 mm, or draw the wall 1.23 mm thick',
          zMm: 9,
          change: { values: { lineWidthMm: 0.42 } },
        },
      ],
    },
    {
      when: 'walls of one line and a half',
      mesh: {},
      measured: { mesh: { thickness: thin('upright', 0.67, 3000, 1) } },
      finds: [
        {
          severity: 'note',
          title: 'A wall of 0.67 mm holds no whole number of lines',
          figure: '1 of 0.44 mm, 0.23 mm left over, on 3000 mm²',
          limit: '0.1 mm left over',
          origin: 'recipe, visible wall',
          fix: 'set a line width of 0.36 mm, or draw the wall 0.44 mm thick',
          zMm: 9,
          change: { values: { lineWidthMm: 0.356 } },
        },
      ],
    },
    {
      when: 'walls of five lines and a half',
      mesh: {},
      measured: { mesh: { thickness: thin('upright', 2.3, 3000, 1) } },
      finds: [
        {
          severity: 'note',
          title: 'A wall of 2.31 mm holds no whole number of lines',
          figure: '5 of 0.44 mm, 0.28 mm left over, on 3000 mm²',
          limit: '0.1 mm left over',
          origin: 'recipe, visible wall',
          fix: 'set a line width of 0.42 mm, or draw the wall 2.03 mm thick',
          zMm: 9,
          change: { values: { lineWidthMm: 0.421 } },
        },
      ],
    },
    {
      when: 'few walls are of a line and a half',
      mesh: {},
      measured: { mesh: { thickness: thin('upright', 0.67, 60, 1) } },
      finds: [],
    },
    {
      when: 'walls of two thicknesses',
      mesh: {},
      measured: { mesh: { thickness: both(thin('upright', 0.67, 3000, 1), thin('upright', 1.1, 2500, 1)) } },
      finds: [
        {
          severity: 'note',
          title: 'A wall of 0.67 mm holds no whole number of lines',
          figure: '1 of 0.44 mm, 0.23 mm left over, on 3000 mm²',
          limit: '0.1 mm left over',
          origin: 'recipe, visible wall',
          fix: 'set a line width of 0.36 mm, or draw the wall 0.44 mm thick',
          zMm: 9,
          change: { values: { lineWidthMm: 0.356 } },
        },
        {
          severity: 'note',
          title: 'A wall of 1.11 mm holds no whole number of lines',
          figure: '2 of 0.44 mm, 0.27 mm left over, on 2500 mm²',
          limit: '0.1 mm left over',
          origin: 'recipe, visible wall',
          fix: 'set a line width of 0.4 mm, or draw the wall 0.84 mm thick',
          zMm: 9,
          change: { values: { lineWidthMm: 0.399 } },
        },
      ],
    },
    {
      when: 'walls of a line and a half on a wide nozzle',
      mesh: {},
      values: { nozzleDiameterMm: 0.6, largestLayerMm: 0.5, smallestLayerMm: 0.1 },
      machine: { mounted: { id: 'tool', name: '0.6', nozzleMm: 0.6 } },
      measured: { mesh: { thickness: thin('upright', 0.67, 3000, 1) } },
      finds: [
        {
          severity: 'note',
          title: 'A wall of 0.67 mm holds no whole number of lines',
          figure: '1 of 0.44 mm, 0.23 mm left over, on 3000 mm²',
          limit: '0.1 mm left over',
          origin: 'recipe, visible wall',
          fix: 'set a line width of 0.36 mm, or draw the wall 0.44 mm thick',
          zMm: 9,
        },
      ],
      others: ['width-of-nozzle'],
    },
  ],
};
