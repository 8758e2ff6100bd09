import { describe, expect, test } from 'vitest';
import { cureDepthMm, doseMjPerCm2, exposureForLayerS } from './dose.ts';
import {
  bottomLayersFor,
  countDelay,
  darkTimeS,
  layerParts,
  motionS,
  printSequence,
  transitionS,
  type LayerMotion,
} from './sequence.ts';

const perMin = (v: number): number => v / 60;
const still: LayerMotion = { pauseBeforeLiftS: 0, lift: [], pauseAtTopS: 0, return: [], pauseBeforeExposureS: 0 };

describe('motion by stages (common practice, no source)', () => {
  test.each([
    ['7 mm up and down at 60 mm/min', [[7, 60]], [[7, 60]], 14],
    ['7 mm up at 60, down at 150 mm/min', [[7, 60]], [[7, 150]], 9.8],
    [
      '3 mm at 60 and 5 mm at 240 mm/min',
      [
        [3, 60],
        [5, 240],
      ],
      [],
      4.25,
    ],
    ['6 mm at 72 mm/min', [[6, 72]], [], 5],
    [
      '2 mm at 50, then 4 mm at 200 mm/min',
      [
        [2, 50],
        [4, 200],
      ],
      [],
      3.6,
    ],
  ] as const)('%s', (_, up, down, s) => {
    const stages = (list: readonly (readonly [number, number])[]) => list.map(([mm, v]) => ({ mm, mmPerS: perMin(v) }));
    expect(motionS({ lift: stages(up), return: stages(down) })).toBeCloseTo(s, 9);
  });
});
test('the parts of a layer add up to exposure and dark time, and parts of no time are left out', () => {
  const motion: LayerMotion = {
    ...still,
    pauseBeforeLiftS: 0.5,
    lift: [{ mm: 6, mmPerS: 1 }],
    return: [{ mm: 6, mmPerS: 2 }],
  };
  const parts = layerParts(2.4, motion);
  expect(parts.map((p) => p.name)).toEqual(['exposure', 'pause before lift', 'lift', 'return']);
  expect(parts.reduce((s, p) => s + p.s, 0)).toBeCloseTo(2.4 + darkTimeS(motion), 12);
});
test.each([
  [30, 5, 4, [25, 20, 15, 10]],
  [36, 6, 5, [31, 26, 21, 16, 11]],
])('transition from %s to %s s over %s layers (common practice)', (from, to, n, steps) =>
  expect(transitionS(from, to, n)).toEqual(steps),
);
test.each([
  [0.2, 0.05, 4],
  [0.2, 0.02, 10],
  [0.28, 0.04, 7],
  [0.24, 0.04, 6],
  [0.24, 0.03, 8],
])('%s mm of bottom in layers of %s mm are %s (common practice)', (mm, layer, n) =>
  expect(bottomLayersFor(mm, layer)).toBe(n),
);
test('a delay that contains the motion does nothing when shorter, and wastes what is beyond when longer', () => {
  expect(countDelay(5, 8, 'from light-off')).toEqual({ darkS: 8, waitS: 0, isIdle: true });
  expect(countDelay(20, 8, 'from light-off')).toEqual({ darkS: 20, waitS: 12, isIdle: false });
  expect(countDelay(5, 8, 'after the motion')).toEqual({ darkS: 13, waitS: 5, isIdle: false });
});
test('a print takes its layers: bottom, on the way, normal, each with its dark time', () => {
  const motion: LayerMotion = { ...still, pauseBeforeExposureS: 1 };
  const s = printSequence(1, 0.05, { bottomS: 30, normalS: 5, bottomLayers: 4, transitionLayers: 4 }, motion);
  expect([s.layers, s.bottomLayers, s.transition]).toEqual([20, 4, [25, 20, 15, 10]]);
  expect(s.totalS).toBeCloseTo(4 * 30 + 70 + 12 * 5 + 20, 9);
  expect(s.byPart['pause before exposure']).toBe(20);
});
test('exposure for a layer is the working curve solved for time', () => {
  const t = exposureForLayerS(0.05, 0.04, 0.14, 4.1, 3.1);
  expect(cureDepthMm(doseMjPerCm2(3.1, t), 0.14, 4.1)).toBeCloseTo(0.09, 12);
});
