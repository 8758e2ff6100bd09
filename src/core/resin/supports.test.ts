import { describe, expect, test } from 'vitest';
import { meshOfSolids, type Solid } from '../mesh/solid.ts';
import type { Mesh } from '../mesh/mesh.ts';
import { surveyMesh } from '../mesh/facts.ts';
import { topologyOf } from '../mesh/topology.ts';
import { makingMeshStack } from './meshLayers.ts';
import { placingSupports, type SupportWish } from './placeSupports.ts';
import type { StackReport } from './stackReport.ts';
import { plainStack as settings } from './stackFixture.ts';
import { bracesBetween, meshOfSupports, type Support, type Supports } from './supports.ts';

const shape = { tipMm: 0.5, shaftMm: 1, footMm: 3, coneMm: 1.5, depthMm: 0.2 };
const wish: SupportWish = { shape, spacingMm: 3, onPart: false };
function finished<T>(work: Generator<number, T>): T {
  let step = work.next();
  while (!step.done) step = work.next();
  return step.value;
}
const placed = (mesh: Mesh, more: Partial<SupportWish> = {}) =>
  finished(placingSupports(mesh, topologyOf(mesh), settings, { ...wish, ...more }));
const layersOf = (mesh: Mesh, supports: Supports | null): StackReport =>
  finished(makingMeshStack(mesh, topologyOf(mesh), settings, null, { supports, drills: null })).report;

const box = (over: Partial<Solid>): Solid => ({
  shape: 'box',
  x: 20,
  y: 20,
  w: 10,
  d: 10,
  fromMm: 0,
  toMm: 5,
  ...over,
});
const raised = meshOfSolids([box({ fromMm: 5, toMm: 8 })]);
const table = meshOfSolids([box({ w: 3, d: 3, toMm: 6 }), box({ w: 14, d: 8, fromMm: 6, toMm: 8 })]);
const hook = meshOfSolids([
  box({ x: 14, w: 3, toMm: 12 }),
  box({ x: 20, w: 15, fromMm: 10, toMm: 12 }),
  box({ x: 26, w: 2, d: 2, fromMm: 7, toMm: 10 }),
]);
const shelf = meshOfSolids([
  box({ w: 30, d: 30, toMm: 2 }),
  box({ x: 8, w: 3, toMm: 20 }),
  box({ x: 17, w: 21, fromMm: 18, toMm: 20 }),
]);

describe('supports', () => {
  test.each([
    ['a block above the plate', raised],
    ['a table', table],
    ['a hook whose point hangs below its arm', hook],
  ] as const)('%s hangs in mid-air or leans without them, and neither with them', (_, mesh) => {
    const bare = layersOf(mesh, null);
    expect(bare.islandCount + bare.rows.filter((r) => r.leaningMm2 > 1).length).toBeGreaterThan(0);
    const supports = placed(mesh);
    expect(supports.noPlace).toEqual([]);
    const held = layersOf(mesh, supports);
    expect(held.islandCount).toBe(0);
    expect(held.tipCount).toBe(supports.list.length);
  });
  test('are found again in the layers as slender columns, each as thick as it was asked for', () => {
    const supports = placed(raised);
    const { tips } = layersOf(raised, supports);
    expect(tips).toHaveLength(supports.list.length);
    for (const t of tips) {
      expect(Math.abs(t.diameterMm - shape.tipMm)).toBeLessThan(0.06);
      expect(Math.min(...supports.list.map(({ tip }) => Math.hypot(tip[0] - t.xMm, tip[1] - t.yMm)))).toBeLessThan(0.1);
    }
  });
  test('carry what hangs on them: its area over the narrowest section of all of them together', () => {
    const supports = placed(raised);
    const { hold } = layersOf(raised, supports);
    const tipsMm2 = supports.list.length * (Math.PI / 4) * shape.tipMm ** 2;
    expect(hold!.areaMm2).toBeCloseTo(100, 0);
    expect(Math.abs(hold!.byMm2 / tipsMm2 - 1)).toBeLessThan(0.06);
    expect(hold!.narrowestLayer).toBeLessThanOrEqual(101);
  });
  test('stand so close under a level surface that no place of it is further than the spacing from a tip', () => {
    const { list } = placed(raised);
    for (let x = 15.2; x < 24.9; x += 0.5)
      for (let y = 15.2; y < 24.9; y += 0.5)
        expect(Math.min(...list.map(({ tip }) => Math.hypot(tip[0] - x, tip[1] - y)))).toBeLessThanOrEqual(3.1);
  });
  test('go round what stands below, or on it where that is allowed, and else say that there is no place', () => {
    const bare = placed(shelf);
    expect(bare.noPlace.length).toBeGreaterThan(0);
    const onPart = placed(shelf, { onPart: true });
    expect(onPart.noPlace).toEqual([]);
    const onShelf = onPart.list.filter((s) => s.foot[2] > 0);
    expect(onShelf.every((s) => Math.abs(s.foot[2] - 2) < 0.06)).toBe(true);
    const report = layersOf(shelf, onPart);
    expect(report.islandCount).toBe(0);
  });
  test('lean aside where a block below leaves no straight way', () => {
    const mesh = meshOfSolids([
      box({ x: 12, w: 2, d: 2, toMm: 14 }),
      box({ x: 20, w: 18, d: 2, fromMm: 12, toMm: 14 }),
      box({ x: 24, w: 3, d: 3, toMm: 4 }),
    ]);
    const leaning = placed(mesh).list.filter(({ tip, foot }) => tip[0] !== foot[0] || tip[1] !== foot[1]);
    expect(leaning.length).toBeGreaterThan(0);
    const report = layersOf(mesh, placed(mesh));
    expect(report.islandCount).toBe(0);
  });
  test('kept ones stay, and no other is set beside them', () => {
    const mine: Support = { tip: [20, 20, 5], foot: [20, 20, 0], isKept: true };
    const { list } = placed(raised, { kept: [mine] });
    expect(list[0]).toBe(mine);
    expect(list.slice(1).every(({ tip }) => Math.hypot(tip[0] - 20, tip[1] - 20) >= 3)).toBe(true);
  });
  test('at 500 places under a slab are the same each time', () => {
    const slab = meshOfSolids([box({ w: 36, d: 36, fromMm: 5, toMm: 6 })]);
    const dense = { shape: { ...shape, tipMm: 0.4, shaftMm: 0.6, footMm: 1.2 }, spacingMm: 1.5 };
    const once = placed(slab, dense);
    expect(once.list.length).toBeGreaterThanOrEqual(500);
    expect(placed(slab, dense)).toEqual(once);
  });
  test('of the same part are the same, to the last figure', () => expect(placed(hook)).toEqual(placed(hook)));
  test('tall ones near each other are braced', () => {
    const tall = meshOfSolids([box({ fromMm: 30, toMm: 32 })]);
    const supports = placed(tall);
    expect(supports.braces.length).toBeGreaterThan(0);
    expect(layersOf(tall, supports).islandCount).toBe(0);
    const [gone, ...list] = supports.list;
    const braces = bracesBetween(supports.braces, list);
    expect(bracesBetween(supports.braces, supports.list)).toEqual(supports.braces);
    const ends = braces.flatMap((b) => [b.from, b.to]);
    expect(ends.some(([x, y]) => x === gone!.foot[0] && y === gone!.foot[1])).toBe(false);
    expect(braces.length).toBeLessThan(supports.braces.length);
  });
  test('are closed bodies that look outward', () => {
    const facts = surveyMesh(meshOfSupports(placed(raised))).facts;
    expect([facts.openEdges, facts.flippedEdges, facts.insideOutShells]).toEqual([0, 0, 0]);
  });
});
