import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { movedBy, torusMesh, turned } from '../../../test/meshes/solids.ts';
import { surveyMesh } from './facts.ts';
import { boundsOf } from './mesh.ts';
import { momentsOf } from './moments.ts';
import { fromPlateDeg, leanDeg, overhangsOf } from './overhang.ts';
import { asDrawn, placed } from './placement.ts';
import { boxMesh, sphereMesh, turnedMesh } from './solids.ts';
import { topologyOf } from './topology.ts';

const plate = boxMesh([0, 0, 0], [40, 20, 2]);
const overhangs = (m: ReturnType<typeof boxMesh>, beyond: number) =>
  overhangsOf(m, topologyOf(m), { beyondDeg: beyond, plateMm: 0.01 });

describe('placement', () => {
  test('a part stands on the plate with the middle of its footprint where it is set', () => {
    const { min, max } = boundsOf(placed(movedBy(plate, -7, 5, 90), asDrawn(110, 100)));
    expect([...min, ...max]).toEqual([90, 90, 0, 130, 110, 2]);
  });
  test('quarter turns are exact, and scale is along the axes it was drawn in', () => {
    const onEnd = placed(plate, { turnDeg: [0, 90, 0], scale: [2, 1, 1], xMm: 0, yMm: 0 });
    const { min, max } = boundsOf(onEnd);
    expect([...min, ...max]).toEqual([-1, -10, 0, 1, 10, 80]);
  });
  test('no turn changes volume, area or what is closed', () =>
    fc.assert(
      fc.property(
        fc.tuple(
          fc.integer({ min: -720, max: 720 }),
          fc.integer({ min: 0, max: 359 }),
          fc.integer({ min: 0, max: 359 }),
        ),
        (turnDeg) => {
          const before = surveyMesh(torusMesh(20, 6, 24)).facts;
          const after = surveyMesh(placed(torusMesh(20, 6, 24), { turnDeg, scale: [1, 1, 1], xMm: 3, yMm: 4 })).facts;
          expect(after.volumeMm3! / before.volumeMm3!).toBeCloseTo(1, 9);
          expect(after.areaMm2 / before.areaMm2).toBeCloseTo(1, 9);
          expect(after.watertight).toBe(true);
        },
      ),
      { seed: 8, numRuns: 40 },
    ));
});

describe('overhang', () => {
  test.each([0, 20, 44.9, 45.1, 70, 89])(
    'a plate leaned %d° from the vertical leans so, from the vertical and from the plate',
    (lean) => {
      // a thin plate stands on its edge and is leaned: its underside is the only large face that looks down
      const upright = turned(boxMesh([-20, -0.5, 0], [20, 0.5, 40]), (-lean * Math.PI) / 180, 0);
      const [largest] = overhangs(upright, Math.max(0, lean - 0.05));
      if (lean === 0) return expect(largest).toBeUndefined(); // upright, nothing looks down but its foot
      expect(overhangs(upright, lean + 0.05).every((r) => Math.abs(r.areaMm2 - 1600) > 1)).toBe(true);
      expect(largest!.steepestDeg).toBeGreaterThan(lean - 1e-6);
      expect(leanDeg(-Math.sin((lean * Math.PI) / 180))).toBeCloseTo(lean, 9);
      expect(fromPlateDeg(leanDeg(-Math.sin((lean * Math.PI) / 180)))).toBeCloseTo(90 - lean, 9);
    },
  );
  test('of a ball that is supported from 70° the zone from 50° to 70° hangs free: 2πr²(sin 70° − sin 50°) = 436 mm²', () => {
    const ball = sphereMesh(20, 180, 20);
    const [whole] = overhangsOf(ball, topologyOf(ball), { beyondDeg: 50, plateMm: 0.1, supportFromDeg: 70 });
    const zone = (from: number, to: number): number =>
      2 * Math.PI * 400 * (Math.sin((to * Math.PI) / 180) - Math.sin((from * Math.PI) / 180));
    expect(zone(50, 70)).toBeCloseTo(436.4, 1);
    expect(whole!.bare.areaMm2 / zone(50, 70)).toBeGreaterThan(0.95);
    expect(whole!.bare.areaMm2 / zone(50, 70)).toBeLessThan(1.05);
    expect(whole!.bare.steepestDeg).toBeLessThan(70);
    expect(whole!.bare.zMm).toBeCloseTo(20 - 20 * Math.sin((70 * Math.PI) / 180), 0);
    expect(whole!.areaMm2 / zone(50, 90)).toBeGreaterThan(0.95);
  });
  test('an underside with something laid before it hangs free only where there is nothing', () => {
    // a plate of 30 × 30 mm on a block of 20 × 20 mm: its rim hangs free
    const hanging = overhangsOf(
      boxMesh([-15, -15, 10], [15, 15, 14]),
      topologyOf(boxMesh([-15, -15, 10], [15, 15, 14])),
      {
        beyondDeg: 45,
        plateMm: 0.1,
        isLaid: (x, y, z) => z < 10 && Math.abs(x) < 10 && Math.abs(y) < 10,
      },
    );
    expect(hanging.reduce((s, r) => s + r.areaMm2, 0) / 500).toBeCloseTo(1, 1);
  });
  test('what lies on the plate is none, a lid over a gap is one, with its area and place', () => {
    expect(overhangs(boxMesh([0, 0, 0], [10, 10, 10]), 45)).toEqual([]);
    const floating = overhangs(boxMesh([0, 0, 5], [10, 20, 10]), 45);
    expect(floating).toEqual([
      {
        areaMm2: expect.closeTo(200, 9),
        steepestDeg: 90,
        zMm: 5,
        bare: { areaMm2: expect.closeTo(200, 9), steepestDeg: 90, zMm: 5 },
        bareSlope: { areaMm2: 0, steepestDeg: 0, zMm: 0 }, // all of it is a ceiling
        xMm: expect.closeTo(5, 9),
        yMm: expect.closeTo(10, 9),
      },
    ]);
  });
  test('a ball has a cap of them: 2πr²(1 − sin α) below the height where it leans α', () => {
    const r = 20;
    for (const alpha of [30, 45, 60]) {
      const [cap] = overhangs(sphereMesh(r, 360, 25), alpha);
      expect(cap!.areaMm2 / (2 * Math.PI * r * r * (1 - Math.sin((alpha * Math.PI) / 180)))).toBeCloseTo(1, 1);
      expect(cap!.zMm).toBeCloseTo(5, 6);
    }
  });
});

test('the centre of gravity of a cone lies at a quarter of its height, wherever it stands', () => {
  const cone = turnedMesh([[10, 0], [0, 24]], 90); // prettier-ignore
  expect(momentsOf(movedBy(cone, 100, -50, 7), [90, -60, 0]).centre).toEqual([
    expect.closeTo(100, 6),
    expect.closeTo(-50, 6),
    expect.closeTo(13, 6),
  ]);
});
