import { describe, expect, test } from 'vitest';
import { laid, type Laid } from '../../../test/meshes/laid.ts';
import { layAt } from '../../../test/meshes/toolpathSettings.ts';
import { torusMesh } from '../../../test/meshes/solids.ts';
import { areaMm2, difference, offset, type Region } from '../geometry/clip.ts';
import { joined } from '../mesh/mesh.ts';
import { meshOfSolids } from '../mesh/solid.ts';
import { boxMesh, cylinderMesh, sphereMesh } from '../mesh/solids.ts';
import { fillLines } from './infill.ts';
import { layerHeights } from './layerPlan.ts';
import type { MeshToolpathSettings } from './settings.ts';

describe('what is laid is what was drawn', () => {
  test.each([
    ['box', boxMesh([0, 0, 0], [30, 40, 30])],
    ['cylinder', cylinderMesh(15, 0, 30, 120)],
    ['ball', sphereMesh(20, 96)],
    [
      'plate with a hole',
      meshOfSolids([
        { shape: 'box', x: 0, y: 0, w: 50, d: 40, fromMm: 0, toMm: 8 },
        { shape: 'disc', x: 5, y: 0, w: 20, d: 20, fromMm: 0, toMm: 8, isCut: true },
      ]),
    ],
  ])('filled solid, the material of a %s is its volume within a fiftieth', (_, solid) => {
    const made = laid(solid, { infillPercent: 100 });
    expect(Math.abs(made.partMm3 / made.volumeMm3 - 1)).toBeLessThan(0.02);
    // and the program feeds what the bead model says, skirt included
    expect(made.report.extrudedVolumeMm3 / (made.partMm3 + made.restMm3)).toBeCloseTo(1, 3);
    expect([made.report.problemCount, made.report.unknownWords, made.report.nozzleAtEndC]).toEqual([0, [], 0]);
  });
  test('no line of the part leaves it by more than 0.02 mm', () => {
    const made = laid(torusMesh(20, 6, 96), { skirtLoops: 0 });
    const s = made.path;
    for (const [k, layer] of made.layers.entries()) {
      const lines: Region = Array.from({ length: s.count }, (_, i) => i)
        .filter((i) => s.layer[i] === k && s.extruded[i] === 1)
        .map((i) => bead(s.x0[i]!, s.y0[i]!, s.x1[i]!, s.y1[i]!, 0.4));
      expect(areaMm2(difference(lines, offset(layer.region, 0.02))), `layer ${k}`).toBeLessThan(0.05);
    }
  });
  test('the first layer has its own height, and a layer whose middle lies above the part is none', () => {
    const topsOf = (partMm: number, firstMm: number) => layerHeights(partMm, firstMm, () => 0.2).map((l) => l.zMm);
    expect(topsOf(1, 0.3)).toEqual([0.3, 0.5, 0.7, 0.9]);
    expect(topsOf(1, 0.2)).toEqual([0.2, 0.4, 0.6, 0.8, 1]);
    expect(topsOf(0.05, 0.2)).toEqual([]);
    expect(topsOf(0.11, 0.2)).toEqual([0.2]);
  });
});

describe('an estimate follows its settings', () => {
  const part = meshOfSolids([{ shape: 'box', x: 0, y: 0, w: 40, d: 30, fromMm: 0, toMm: 12 }]);
  const time = (over: Partial<MeshToolpathSettings>): number => laid(part, over).report.timeS;
  const mass = (over: Partial<MeshToolpathSettings>): number => laid(part, over).report.filamentMm;
  test('time falls with speed and grows with infill, plastic grows with infill and walls', () => {
    const speeds = [20, 40, 80].map((v) =>
      time({ visibleWall: layAt(v), hiddenWall: layAt(v), fill: layAt(v), solidFill: layAt(v) }),
    );
    expect(speeds[0]).toBeGreaterThan(speeds[1]!);
    expect(speeds[1]).toBeGreaterThan(speeds[2]!);
    const fills = [0, 10, 20, 40, 70, 100].map((infillPercent) => [time({ infillPercent }), mass({ infillPercent })]);
    for (let i = 1; i < fills.length; i++) {
      expect(fills[i]![0]).toBeGreaterThan(fills[i - 1]![0]!);
      expect(fills[i]![1]).toBeGreaterThan(fills[i - 1]![1]!);
    }
    expect(mass({ walls: 4 })).toBeGreaterThan(mass({ walls: 2 }));
  });
  test('a gyroid lays about as much as lines', () =>
    expect(mass({ infillPattern: 'gyroid' }) / mass({ infillPattern: 'lines' })).toBeCloseTo(1, 1));
  test('a grid lays as much as lines', () =>
    expect(mass({ infillPattern: 'grid' }) / mass({ infillPattern: 'lines' })).toBeCloseTo(1, 1));
  test('a layer that would be too quick is slowed down', () => {
    const pin = boxMesh([0, 0, 0], [8, 8, 10]);
    const rows = laid(pin, { minimumLayerTimeS: 8, skirtLoops: 0 }).report.layerRows.slice(1, -1);
    expect(Math.min(...rows.map((r) => r.timeS))).toBeGreaterThan(4);
    expect(laid(pin, { minimumLayerTimeS: 0.1 }).report.timeS).toBeLessThan(
      laid(pin, { minimumLayerTimeS: 8 }).report.timeS,
    );
  });
});

test('a way long enough to pull back for is made above the part, where the recipe lifts', () => {
  const two = joined([boxMesh([0, 0, 0], [8, 8, 4]), boxMesh([40, 0, 0], [48, 8, 4])]);
  const highest = (liftMm: number): number => laid(two, { liftMm }).report.reachedMm!.max[2]!;
  // at the end it leaves the part by 2 mm, lifted or not
  expect([highest(0), highest(3)]).toEqual([expect.closeTo(6, 6), expect.closeTo(7, 6)]);
  expect(laid(two, { liftMm: 0.6 }).report.timeS).toBeGreaterThan(laid(two).report.timeS);
});

describe('support', () => {
  const supportMm2 = ({ supports }: Laid): number[] => supports.map(areaMm2);
  const table = meshOfSolids([
    { shape: 'box', x: 0, y: 0, w: 8, d: 8, fromMm: 0, toMm: 10 },
    { shape: 'box', x: 0, y: 0, w: 30, d: 20, fromMm: 10, toMm: 12 },
  ]);
  test('stands under what hangs in the air, ends a gap below it, and is none where nothing leans too far', () => {
    const made = laid(table, { supportAngleDeg: 45 });
    const under = supportMm2(made).slice(0, 48);
    expect(Math.min(...under)).toBeGreaterThan(30 * 20 - 9 * 9 - 5);
    expect(supportMm2(made).slice(50)).toEqual(
      supportMm2(made)
        .slice(50)
        .map(() => 0),
    );
    expect(supportMm2(laid(sphereMesh(10, 64), { supportAngleDeg: 89 })).some((a) => a > 20)).toBe(false);
    expect(supportMm2(laid(boxMesh([0, 0, 0], [20, 20, 20]), { supportAngleDeg: 45 })).every((a) => a === 0)).toBe(
      true,
    );
  });
  test('costs time and plastic', () => {
    const [without, with_] = [laid(table), laid(table, { supportAngleDeg: 45 })];
    expect(with_.restMm3).toBeGreaterThan(without.restMm3 + 500);
    expect(with_.report.timeS).toBeGreaterThan(without.report.timeS);
  });
});

test('fill lines cover a square as densely as they should, at any angle', () => {
  const square: Region = [Float64Array.from([0, 0, 20, 0, 20, 20, 0, 20])];
  for (const angle of [0, 0.3, Math.PI / 4, 1.2]) {
    const length = fillLines(square, 0.5, angle).reduce((s, [a, b, c, d]) => s + Math.hypot(c - a, d - b), 0);
    expect(length * 0.5).toBeCloseTo(400, -1);
  }
});

function bead(x0: number, y0: number, x1: number, y1: number, width: number): Float64Array {
  const length = Math.hypot(x1 - x0, y1 - y0) || 1;
  const [nx, ny] = [((y1 - y0) / length) * (width / 2), (-(x1 - x0) / length) * (width / 2)];
  return Float64Array.from([x0 + nx, y0 + ny, x1 + nx, y1 + ny, x1 - nx, y1 - ny, x0 - nx, y0 - ny]);
}
