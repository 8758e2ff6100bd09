import { describe, expect, test } from 'vitest';
import { lightOf } from './light.ts';
import { layerSeconds, type PlateProgram } from './plate.ts';
import { rowsOf } from './stack.ts';

const box = (x: number, w: number) => ({ shape: 'box' as const, x, y: 0, w, d: 3, fromMm: 0, toMm: 1 });
const program: PlateProgram = {
  title: 'two fields',
  pixelMm: [0.1, 0.125],
  pixels: [80, 48],
  layerMm: 0.05,
  samples: 4,
  lowestGrey: 0,
  compensationMm: 0,
  bottomLayers: 0,
  bottomExposureS: 20,
  transitionLayers: 0,
  motion: { pauseBeforeLiftS: 0, lift: [], pauseAtTopS: 0, return: [], pauseBeforeExposureS: 0 },
  fields: [
    { exposureS: 2, solids: [box(-2, 1.03)] },
    { exposureS: 3.5, solids: [{ ...box(2, 2), shape: 'disc' }] },
  ],
  places: [],
};
const [width, height] = program.pixels;
const whole = { left: 0, top: 0, stepX: 1, stepY: 1, width, height };

describe('light of a layer', () => {
  test('pixel by pixel is what its pictures show for their seconds', () => {
    const light = lightOf(program, 3, whole);
    const both = rowsOf(program, [0, 1], 3);
    const second = rowsOf(program, [1], 3);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const at = y * (width + 1) + 1 + x;
        expect(light[y * width + x]).toBeCloseTo((both[at]! * 2 + second[at]! * 1.5) / 255, 5);
      }
    expect(Math.max(...light)).toBeCloseTo(layerSeconds(program, 3), 5);
  });
  test('seen from further off has the same sum, and seen close is the pixel itself', () => {
    const near = lightOf(program, 3, whole);
    const sum = (v: Float32Array): number => v.reduce((a, b) => a + b, 0);
    const far = lightOf(program, 3, { ...whole, stepX: 4, stepY: 3, width: width / 4, height: height / 3 });
    expect(sum(far) * 12).toBeCloseTo(sum(near), 2);
    const close = lightOf(program, 3, { left: 58, top: 20, stepX: 0.5, stepY: 0.5, width: 8, height: 8 });
    for (let y = 0; y < 8; y++)
      for (let x = 0; x < 8; x++) expect(close[y * 8 + x]).toBe(near[(20 + (y >> 1)) * width + 58 + (x >> 1)]);
  });
  test('beside the screen is dark', () =>
    expect(
      lightOf(program, 3, { left: -40, top: -40, stepX: 1, stepY: 1, width: 30, height: 30 }).some((v) => v > 0),
    ).toBe(false));
});
