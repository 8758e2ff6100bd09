import { describe, expect, test } from 'vitest';
import { manifoldOf } from '../../../test/meshes/oracle.ts';
import { surveyMesh } from './facts.ts';
import { meshOfSolids, type Solid } from './solid.ts';

const box = (x: number, y: number, w: number, d: number, fromMm: number, toMm: number, more = {}): Solid => ({
  shape: 'box',
  x,
  y,
  w,
  d,
  fromMm,
  toMm,
  ...more,
});
const disc96 = (d: number): number => 48 * Math.sin((2 * Math.PI) / 96) * (d / 2) ** 2;

describe('solids become one closed body', () => {
  test.each<[string, Solid[], number, number]>([
    ['a box', [box(0, 0, 10, 20, 0, 5)], 1000, 1],
    ['a box with a hole through it', [box(0, 0, 10, 20, 0, 5), box(0, 0, 4, 4, 0, 5, { isCut: true })], 1000 - 80, 1],
    [
      'a plate with a round hole',
      [box(0, 0, 30, 20, 0, 2), { ...box(3, 2, 8, 8, 0, 2, { isCut: true }), shape: 'disc' }],
      1200 - 2 * disc96(8),
      1,
    ],
    ['a box upon a slab', [box(0, 0, 20, 20, 0, 2), box(3, 0, 4, 4, 2, 6)], 800 + 64, 1],
    ['a box upon a slab, flush with its edge', [box(0, 0, 20, 20, 0, 2), box(8, 0, 4, 4, 2, 6)], 800 + 64, 1],
    ['a blind hole', [box(0, 0, 20, 20, 0, 6), box(0, 0, 4, 4, 3, 6, { isCut: true })], 2400 - 48, 1],
    ['an overhanging lid', [box(0, 0, 6, 6, 0, 6), box(0, 0, 20, 20, 6, 8)], 216 + 800, 1],
    ['boxes that overlap', [box(0, 0, 10, 10, 0, 4), box(5, 5, 10, 10, 0, 4)], 4 * 175, 1],
    ['bodies apart', [box(0, 0, 4, 4, 0, 4), box(10, 0, 4, 4, 0, 8)], 64 + 128, 2],
    [
      'many pins on a slab',
      [
        box(0, 0, 40, 40, 0, 1),
        ...Array.from({ length: 16 }, (_, i): Solid => ({
          ...box((i % 4) * 9 - 14, ((i / 4) | 0) * 9 - 14, 2, 2, 1, 4),
          shape: 'disc',
        })),
      ],
      1600 + 16 * 3 * disc96(2),
      1,
    ],
    ['a leaning box', [box(0, 0, 10, 6, 0, 8, { top: { x: 0, y: 9, w: 10, d: 6 } })], 480, 1],
    ['a tapered box', [box(0, 0, 30, 30, 0, 36, { top: { x: 0, y: 0, w: 6, d: 6 } })], (36 / 3) * (900 + 36 + 180), 1],
  ])('%s', (_, solids, volumeMm3, shells) => {
    const mesh = meshOfSolids(solids);
    const { facts } = surveyMesh(mesh);
    expect(facts).toMatchObject({ watertight: true, openEdges: 0, flippedEdges: 0, insideOutShells: 0, shells });
    expect(facts.volumeMm3! / volumeMm3).toBeCloseTo(1, 5);
    const kernel = manifoldOf(mesh);
    expect(kernel.volume() / volumeMm3).toBeCloseTo(1, 5);
    kernel.delete();
  });
});
