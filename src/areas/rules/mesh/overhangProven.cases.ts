import { joined } from '../../../core/mesh/mesh.ts';
import { boxMesh, sphereMesh, turnedMesh } from '../../../core/mesh/solids.ts';
import type { RuleCases } from '../cases.ts';
import { notTriedBeyond, failedBeyond } from '../fixture.ts';
import { patch } from '../figuresFixture.ts';
import { overhangProven } from './overhangProven.ts';

/** A cone that opens upward from 6 mm over 4 mm, with a rim of 1 mm. */
const cone = (topRadiusMm: number) =>
  turnedMesh(
    [
      [6, 0],
      [topRadiusMm, 4],
      [topRadiusMm, 5],
    ],
    4,
  );

/** What is said of a patch beyond the proven 50°, which a trial saw fail. */
const steeper = (figure: string, zMm: number, xMm: number, yMm: number) =>
  ({
    severity: 'blocker',
    title: 'Overhang angle above what is proven',
    figure,
    limit: '50°',
    origin: 'proven by T-0001',
    fix: 'support from 50°, or compare build orientations',
    zMm,
    place: { xMm, yMm },
    trialId: 't',
    change: { values: { supportAngleDeg: 50 } },
  }) as const;
/** A cone that leans by 60°. */
const wide = { mesh: { body: () => cone(15.8) }, values: { minimumLayerTimeS: 14 } };
const atItsFoot = {
  figure: '60° from the vertical (30° from the plate), 493.4 mm²',
  zMm: 0,
  place: { xMm: 174, yMm: 171 },
};

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
      when: 'support takes a ball from 70° on: what leans from 50° to 70° still hangs free',
      mesh: { body: () => sphereMesh(20, 180, 20) },
      values: { supportAngleDeg: 70, minimumLayerTimeS: 14 },
      finds: [steeper('69° from the vertical (21° from the plate), 436.3 mm²', 1.206, 174, 171)],
      others: ['holds-plate', 'stands-firm'],
    },
    {
      when: 'one body is sunk into another: what lies within it does not hang',
      mesh: {
        body: () => joined([boxMesh([0, 0, 0], [40, 30, 10]), boxMesh([5, 5, 8], [35, 25, 20])]),
      },
      finds: [],
    },
    {
      when: 'one body stands on another that is smaller: its rim hangs free',
      mesh: {
        body: () => joined([boxMesh([5, 5, 0], [35, 25, 10]), boxMesh([0, 0, 10], [40, 30, 14])]),
      },
      finds: [steeper('90° from the vertical (0° from the plate), 600.0 mm²', 10, 174, 171)],
    },
    {
      when: 'a cone leans as far as is proven',
      mesh: {
        body: () => cone(12.3),
      },
      values: { minimumLayerTimeS: 14 },
      finds: [],
    },
    {
      when: 'a cone leans further than a trial saw fail',
      ...wide,
      finds: [
        {
          severity: 'blocker',
          title: 'Overhang angle above what is proven',
          ...atItsFoot,
          limit: '50°',
          origin: 'proven by T-0001',
          fix: 'support from 50°, or compare build orientations',
          trialId: 't',
          change: { values: { supportAngleDeg: 50 } },
        },
      ],
    },
    {
      when: 'it leans further than proven, and nobody tried more',
      ...wide,
      proofs: { steepestOverhangDeg: notTriedBeyond(50, 0, 50) },
      finds: [
        {
          severity: 'caution',
          title: 'Overhang angle above what is proven',
          ...atItsFoot,
          limit: '50°',
          origin: 'proven by T-0001',
          fix: 'support from 50°, or compare build orientations',
          trialId: 't',
          change: { values: { supportAngleDeg: 50 } },
        },
      ],
    },
    {
      when: 'it leans and nothing is proven',
      ...wide,
      proofs: { steepestOverhangDeg: null },
      finds: [
        {
          severity: 'caution',
          title: 'Overhang angle is not proven here',
          ...atItsFoot,
          limit: '45°',
          origin: 'common practice',
          fix: 'support from 45°, or compare build orientations',
          isUnproven: true,
          change: { values: { supportAngleDeg: 45 } },
        },
      ],
    },
    {
      when: 'it is proven on a sister only',
      ...wide,
      proofs: { steepestOverhangDeg: { state: 'sister', because: 'Rifugio Corsi' } },
      finds: [
        {
          severity: 'caution',
          title: 'Overhang angle is not proven here',
          ...atItsFoot,
          limit: '45°',
          origin: 'common practice',
          fix: 'support from 45°, or compare build orientations',
          isUnproven: true,
          change: { values: { supportAngleDeg: 45 } },
        },
      ],
    },
    {
      when: 'it stands on support from 45°',
      mesh: {
        body: () => cone(15.8),
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
          ...atItsFoot,
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
        steeper('90° from the vertical (0° from the plate), 24.0 mm²', 9, 131, 156.005),
        steeper('90° from the vertical (0° from the plate), 24.0 mm²', 9, 142, 156.005),
        steeper('90° from the vertical (0° from the plate), 24.0 mm²', 9, 153, 156.005),
        steeper('90° from the vertical (0° from the plate), 24.0 mm²', 9, 164, 156.005),
        steeper('90° from the vertical (0° from the plate), 24.0 mm²', 9, 175, 156.005),
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
      finds: [steeper('62° from the vertical (28° from the plate), 2.0 mm²', 12, 174, 171)],
    },
    {
      when: 'a patch of 2.5 mm² overhangs',
      mesh: {},
      measured: { mesh: { overhangs: [patch(62, 2.5)], overhangMm2: 2.5, overhangCount: 1 } },
      finds: [steeper('62° from the vertical (28° from the plate), 2.5 mm²', 12, 174, 171)],
    },
    {
      when: 'two patches overhang: the larger is told first',
      mesh: {},
      measured: { mesh: { overhangs: [patch(62, 3), patch(66, 30)], overhangMm2: 33, overhangCount: 2 } },
      finds: [
        steeper('66° from the vertical (24° from the plate), 30.0 mm²', 12, 174, 171),
        steeper('62° from the vertical (28° from the plate), 3.0 mm²', 12, 174, 171),
      ],
    },
    {
      when: 'five patches overhang',
      mesh: {},
      measured: {
        mesh: { overhangs: Array.from({ length: 5 }, () => patch(62, 30)), overhangMm2: 150, overhangCount: 5 },
      },
      finds: [
        steeper('62° from the vertical (28° from the plate), 30.0 mm²', 12, 174, 171),
        steeper('62° from the vertical (28° from the plate), 30.0 mm²', 12, 174, 171),
        steeper('62° from the vertical (28° from the plate), 30.0 mm²', 12, 174, 171),
        steeper('62° from the vertical (28° from the plate), 30.0 mm²', 12, 174, 171),
        steeper('62° from the vertical (28° from the plate), 30.0 mm²', 12, 174, 171),
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
      finds: [steeper('90° from the vertical (0° from the plate), 30.0 mm²', 12, 174, 171)],
    },
    {
      when: 'not quite a ceiling at a bridge’s height',
      mesh: {},
      proofs: { longestBridgeMm: failedBeyond(20, 20) },
      measured: {
        mesh: { overhangs: [patch(85, 30)], overhangCount: 1, bridges: [{ spanMm: 4, zMm: 12.2, xMm: 174, yMm: 171 }] },
      },
      finds: [steeper('85° from the vertical (5° from the plate), 30.0 mm²', 12, 174, 171)],
    },
    {
      when: 'it leans more than support begins at: support takes it',
      ...wide,
      values: { ...wide.values, supportAngleDeg: 55 },
      finds: [],
    },
    {
      when: 'it leans less than support begins at',
      ...wide,
      values: { ...wide.values, supportAngleDeg: 65 },
      finds: [steeper(atItsFoot.figure, 0, 174, 171)],
    },
  ],
};
