import { joined } from '../../../core/mesh/mesh.ts';
import { boxMesh, turnedMesh } from '../../../core/mesh/solids.ts';
import type { RuleCases } from '../cases.ts';
import { notTriedBeyond, failedBeyond, row, patch } from '../fixture.ts';
import { overhangProven } from './overhangProven.ts';

export const cases: RuleCases = {
  rule: overhangProven,
  recipe: [
    { when: 'from the very angle', values: { supportAngleDeg: 50 }, finds: [] },
    {
      when: 'late',
      values: { supportAngleDeg: 65 },
      finds: [
        {
          severity: 'caution',
          title: 'Support begins too late',
          figure: '65 ° from the vertical',
          limit: '50 °',
          origin: 'proven by T-0001',
          fix: 'support from 50 °',
          change: { values: { supportAngleDeg: 50 } },
        },
      ],
    },
  ],
  job: [
    {
      when: 'a cone leans as far as is proven',
      mesh: {
        body: () =>
          turnedMesh(
            [
              [6, 0],
              [12.3, 4],
              [12.3, 5],
            ],
            4,
          ),
      },
      values: { minimumLayerTimeS: 14 },
      finds: [],
    },
    {
      when: 'a cone leans further than a trial saw fail',
      mesh: {
        body: () =>
          turnedMesh(
            [
              [6, 0],
              [15.8, 4],
              [15.8, 5],
            ],
            4,
          ),
      },
      values: { minimumLayerTimeS: 14 },
      finds: [
        {
          severity: 'blocker',
          title: 'Overhang angle above what is proven',
          figure: '60° from the vertical (30° from the plate), 493.4 mm²',
          limit: '50°',
          origin: 'proven by T-0001',
          fix: 'support from 50°, or compare build orientations',
          zMm: 0,
          place: { xMm: 174, yMm: 171 },
          trialId: 't',
          change: { values: { supportAngleDeg: 50 } },
        },
      ],
    },
    {
      when: 'it leans further than proven, and nobody tried more',
      mesh: {
        body: () =>
          turnedMesh(
            [
              [6, 0],
              [15.8, 4],
              [15.8, 5],
            ],
            4,
          ),
      },
      values: { minimumLayerTimeS: 14 },
      proofs: { steepestOverhangDeg: notTriedBeyond(50, 0, 50) },
      finds: [
        {
          severity: 'caution',
          title: 'Overhang angle above what is proven',
          figure: '60° from the vertical (30° from the plate), 493.4 mm²',
          limit: '50°',
          origin: 'proven by T-0001',
          fix: 'support from 50°, or compare build orientations',
          zMm: 0,
          place: { xMm: 174, yMm: 171 },
          trialId: 't',
          change: { values: { supportAngleDeg: 50 } },
        },
      ],
    },
    {
      when: 'it leans and nothing is proven',
      mesh: {
        body: () =>
          turnedMesh(
            [
              [6, 0],
              [15.8, 4],
              [15.8, 5],
            ],
            4,
          ),
      },
      values: { minimumLayerTimeS: 14 },
      proofs: { steepestOverhangDeg: null },
      finds: [
        {
          severity: 'caution',
          title: 'Overhang angle is not proven here',
          figure: '60° from the vertical (30° from the plate), 493.4 mm²',
          limit: '45°',
          origin: 'common practice',
          fix: 'support from 45°, or compare build orientations',
          zMm: 0,
          place: { xMm: 174, yMm: 171 },
          isUnproven: true,
          change: { values: { supportAngleDeg: 45 } },
        },
      ],
    },
    {
      when: 'it is proven on a sister only',
      mesh: {
        body: () =>
          turnedMesh(
            [
              [6, 0],
              [15.8, 4],
              [15.8, 5],
            ],
            4,
          ),
      },
      values: { minimumLayerTimeS: 14 },
      proofs: { steepestOverhangDeg: { state: 'sister', because: 'Rifugio Corsi' } },
      finds: [
        {
          severity: 'caution',
          title: 'Overhang angle is not proven here',
          figure: '60° from the vertical (30° from the plate), 493.4 mm²',
          limit: '45°',
          origin: 'common practice',
          fix: 'support from 45°, or compare build orientations',
          zMm: 0,
          place: { xMm: 174, yMm: 171 },
          isUnproven: true,
          change: { values: { supportAngleDeg: 45 } },
        },
      ],
    },
    {
      when: 'it stands on support from 45°',
      mesh: {
        body: () =>
          turnedMesh(
            [
              [6, 0],
              [15.8, 4],
              [15.8, 5],
            ],
            4,
          ),
      },
      values: { minimumLayerTimeS: 14, supportAngleDeg: 45 },
      finds: [],
    },
    {
      when: 'support begins only at 70°',
      mesh: {
        body: () =>
          joined([
            turnedMesh(
              [
                [6, 0],
                [15.8, 4],
                [15.8, 5],
              ],
              4,
            ),
            boxMesh([40, 0, 0], [50, 10, 3]),
            boxMesh([40, 0, 3], [56, 10, 5]),
          ]),
      },
      values: { minimumLayerTimeS: 14, supportAngleDeg: 70 },
      finds: [
        {
          severity: 'blocker',
          title: 'Overhang angle above what is proven',
          figure: '60° from the vertical (30° from the plate), 493.4 mm²',
          limit: '50°',
          origin: 'proven by T-0001',
          fix: 'support from 50°, or compare build orientations',
          zMm: 0,
          place: { xMm: 153.9, yMm: 171 },
          trialId: 't',
          change: { values: { supportAngleDeg: 50 } },
        },
      ],
      others: ['manifold-edges'],
    },
    {
      when: 'a speck leans',
      mesh: { body: () => joined([boxMesh([0, 0, 0], [40, 30, 20]), boxMesh([40, 10, 8], [40.9, 11.2, 20])]) },
      finds: [],
    },
    {
      when: 'eight arms lean',
      mesh: {
        body: () =>
          joined([
            boxMesh([0, 0, 0], [90, 30, 20]),
            ...Array.from({ length: 8 }, (_, k) => boxMesh([k * 11, -6, 9], [k * 11 + 4, 0.01, 20])),
          ]),
      },
      finds: [
        {
          severity: 'blocker',
          title: 'Overhang angle above what is proven',
          figure: '90° from the vertical (0° from the plate), 24.0 mm²',
          limit: '50°',
          origin: 'proven by T-0001',
          fix: 'support from 50°, or compare build orientations',
          zMm: 9,
          place: { xMm: 131, yMm: 156.005 },
          trialId: 't',
          change: { values: { supportAngleDeg: 50 } },
        },
        {
          severity: 'blocker',
          title: 'Overhang angle above what is proven',
          figure: '90° from the vertical (0° from the plate), 24.0 mm²',
          limit: '50°',
          origin: 'proven by T-0001',
          fix: 'support from 50°, or compare build orientations',
          zMm: 9,
          place: { xMm: 142, yMm: 156.005 },
          trialId: 't',
          change: { values: { supportAngleDeg: 50 } },
        },
        {
          severity: 'blocker',
          title: 'Overhang angle above what is proven',
          figure: '90° from the vertical (0° from the plate), 24.0 mm²',
          limit: '50°',
          origin: 'proven by T-0001',
          fix: 'support from 50°, or compare build orientations',
          zMm: 9,
          place: { xMm: 153, yMm: 156.005 },
          trialId: 't',
          change: { values: { supportAngleDeg: 50 } },
        },
        {
          severity: 'blocker',
          title: 'Overhang angle above what is proven',
          figure: '90° from the vertical (0° from the plate), 24.0 mm²',
          limit: '50°',
          origin: 'proven by T-0001',
          fix: 'support from 50°, or compare build orientations',
          zMm: 9,
          place: { xMm: 164, yMm: 156.005 },
          trialId: 't',
          change: { values: { supportAngleDeg: 50 } },
        },
        {
          severity: 'blocker',
          title: 'Overhang angle above what is proven',
          figure: '90° from the vertical (0° from the plate), 24.0 mm²',
          limit: '50°',
          origin: 'proven by T-0001',
          fix: 'support from 50°, or compare build orientations',
          zMm: 9,
          place: { xMm: 175, yMm: 156.005 },
          trialId: 't',
          change: { values: { supportAngleDeg: 50 } },
        },
        {
          severity: 'note',
          title: 'More overhangs beyond the limit',
          figure: '8 in all',
          limit: '50°',
          origin: 'proven by T-0001',
          fix: 'compare build orientations',
        },
      ],
    },
    {
      when: 'a patch of 2 mm² overhangs',
      mesh: {},
      measured: { mesh: { overhangs: [patch(62, 2)], overhangMm2: 2, overhangCount: 1 } },
      finds: [
        {
          severity: 'blocker',
          title: 'Overhang angle above what is proven',
          figure: '62° from the vertical (28° from the plate), 2.0 mm²',
          limit: '50°',
          origin: 'proven by T-0001',
          fix: 'support from 50°, or compare build orientations',
          zMm: 12,
          place: { xMm: 174, yMm: 171 },
          trialId: 't',
          change: { values: { supportAngleDeg: 50 } },
        },
      ],
    },
    {
      when: 'a patch of 2.5 mm² overhangs',
      mesh: {},
      measured: { mesh: { overhangs: [patch(62, 2.5)], overhangMm2: 2.5, overhangCount: 1 } },
      finds: [
        {
          severity: 'blocker',
          title: 'Overhang angle above what is proven',
          figure: '62° from the vertical (28° from the plate), 2.5 mm²',
          limit: '50°',
          origin: 'proven by T-0001',
          fix: 'support from 50°, or compare build orientations',
          zMm: 12,
          place: { xMm: 174, yMm: 171 },
          trialId: 't',
          change: { values: { supportAngleDeg: 50 } },
        },
      ],
    },
    {
      when: 'five patches overhang',
      mesh: {},
      measured: {
        mesh: { overhangs: Array.from({ length: 5 }, () => patch(62, 30)), overhangMm2: 150, overhangCount: 5 },
      },
      finds: [
        {
          severity: 'blocker',
          title: 'Overhang angle above what is proven',
          figure: '62° from the vertical (28° from the plate), 30.0 mm²',
          limit: '50°',
          origin: 'proven by T-0001',
          fix: 'support from 50°, or compare build orientations',
          zMm: 12,
          place: { xMm: 174, yMm: 171 },
          trialId: 't',
          change: { values: { supportAngleDeg: 50 } },
        },
        {
          severity: 'blocker',
          title: 'Overhang angle above what is proven',
          figure: '62° from the vertical (28° from the plate), 30.0 mm²',
          limit: '50°',
          origin: 'proven by T-0001',
          fix: 'support from 50°, or compare build orientations',
          zMm: 12,
          place: { xMm: 174, yMm: 171 },
          trialId: 't',
          change: { values: { supportAngleDeg: 50 } },
        },
        {
          severity: 'blocker',
          title: 'Overhang angle above what is proven',
          figure: '62° from the vertical (28° from the plate), 30.0 mm²',
          limit: '50°',
          origin: 'proven by T-0001',
          fix: 'support from 50°, or compare build orientations',
          zMm: 12,
          place: { xMm: 174, yMm: 171 },
          trialId: 't',
          change: { values: { supportAngleDeg: 50 } },
        },
        {
          severity: 'blocker',
          title: 'Overhang angle above what is proven',
          figure: '62° from the vertical (28° from the plate), 30.0 mm²',
          limit: '50°',
          origin: 'proven by T-0001',
          fix: 'support from 50°, or compare build orientations',
          zMm: 12,
          place: { xMm: 174, yMm: 171 },
          trialId: 't',
          change: { values: { supportAngleDeg: 50 } },
        },
        {
          severity: 'blocker',
          title: 'Overhang angle above what is proven',
          figure: '62° from the vertical (28° from the plate), 30.0 mm²',
          limit: '50°',
          origin: 'proven by T-0001',
          fix: 'support from 50°, or compare build orientations',
          zMm: 12,
          place: { xMm: 174, yMm: 171 },
          trialId: 't',
          change: { values: { supportAngleDeg: 50 } },
        },
      ],
    },
    {
      when: 'a ceiling at a bridge’s height',
      mesh: {},
      proofs: { longestBridgeMm: failedBeyond(20, 20) },
      measured: {
        mesh: {
          overhangs: [patch(90, 30)],
          overhangCount: 1,
          bridges: [{ spanMm: 4, zMm: 12.59, xMm: 174, yMm: 171 }],
        },
      },
      finds: [],
    },
    {
      when: 'a ceiling below a bridge',
      mesh: {},
      proofs: { longestBridgeMm: failedBeyond(20, 20) },
      measured: {
        mesh: { overhangs: [patch(90, 30)], overhangCount: 1, bridges: [{ spanMm: 4, zMm: 12.7, xMm: 174, yMm: 171 }] },
      },
      finds: [
        {
          severity: 'blocker',
          title: 'Overhang angle above what is proven',
          figure: '90° from the vertical (0° from the plate), 30.0 mm²',
          limit: '50°',
          origin: 'proven by T-0001',
          fix: 'support from 50°, or compare build orientations',
          zMm: 12,
          place: { xMm: 174, yMm: 171 },
          trialId: 't',
          change: { values: { supportAngleDeg: 50 } },
        },
      ],
    },
    {
      when: 'not quite a ceiling at a bridge’s height',
      mesh: {},
      proofs: { longestBridgeMm: failedBeyond(20, 20) },
      measured: {
        mesh: { overhangs: [patch(85, 30)], overhangCount: 1, bridges: [{ spanMm: 4, zMm: 12.2, xMm: 174, yMm: 171 }] },
      },
      finds: [
        {
          severity: 'blocker',
          title: 'Overhang angle above what is proven',
          figure: '85° from the vertical (5° from the plate), 30.0 mm²',
          limit: '50°',
          origin: 'proven by T-0001',
          fix: 'support from 50°, or compare build orientations',
          zMm: 12,
          place: { xMm: 174, yMm: 171 },
          trialId: 't',
          change: { values: { supportAngleDeg: 50 } },
        },
      ],
    },
    {
      when: 'it overhangs by just the angle support begins at',
      mesh: {},
      values: { supportAngleDeg: 62 },
      without: [],
      measured: { mesh: { overhangs: [patch(62, 30)], overhangCount: 1, layers: [row({ supportMm2: 0.5 })] } },
      finds: [
        {
          severity: 'blocker',
          title: 'Overhang angle above what is proven',
          figure: '62° from the vertical (28° from the plate), 30.0 mm²',
          limit: '50°',
          origin: 'proven by T-0001',
          fix: 'support from 50°, or compare build orientations',
          zMm: 12,
          place: { xMm: 174, yMm: 171 },
          trialId: 't',
          change: { values: { supportAngleDeg: 50 } },
        },
      ],
    },
    {
      when: 'it overhangs more than support begins at',
      mesh: {},
      values: { supportAngleDeg: 60 },
      without: [],
      measured: { mesh: { overhangs: [patch(62, 30)], overhangCount: 1, layers: [row({ supportMm2: 0.5 })] } },
      finds: [],
    },
    {
      when: 'support is asked for and none is generated',
      mesh: {},
      values: { supportAngleDeg: 60 },
      without: [],
      measured: { mesh: { overhangs: [patch(62, 30)], overhangCount: 1, layers: [row({})] } },
      finds: [
        {
          severity: 'blocker',
          title: 'Overhang angle above what is proven',
          figure: '62° from the vertical (28° from the plate), 30.0 mm²',
          limit: '50°',
          origin: 'proven by T-0001',
          fix: 'support from 50°, or compare build orientations',
          zMm: 12,
          place: { xMm: 174, yMm: 171 },
          trialId: 't',
          change: { values: { supportAngleDeg: 50 } },
        },
      ],
    },
  ],
};
