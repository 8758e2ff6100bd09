import fc from 'fast-check';
import { expect, test } from 'vitest';
import {
  beadAreaMm2,
  beadSpacingMm,
  fastestSpeedMmPerS,
  filamentAreaMm2,
  massG,
  volumetricFlowMm3PerS,
} from '../toolpath/bead.ts';
import { formatBytes, formatDuration, formatFigure, formatQuantity } from './format.ts';
import { parseQuantity } from './parse.ts';
import { quantities, type QuantityKind } from './quantities.ts';

test.each([
  ['3600 mm/min', 'speed', 60],
  ['250um', 'length', 0.25],
  ['50 µm', 'length', 0.05],
  ['0.090 in', 'length', 2.286],
  ['4 thou', 'length', 0.1016],
  ['482 °F', 'temperature', 250],
  ['248', 'temperature', 248],
  ['97 %', 'ratio', 0.97],
  ['.5', 'length', 0.5],
  ['1,25', 'length', 1.25],
  ['0,250 mm', 'length', 0.25],
  ['1234,567', 'length', 1234.567],
  ['-2,5', 'length', -2.5],
] as const)('"%s" as %s is %f', (text, kind, canonical) => {
  const parsed = parseQuantity(text, kind);
  expect(parsed.ok && parsed.value.canonical).toBe(canonical);
});
test.each([
  ['', 'empty'],
  ['1,250', 'comma'],
  ['1,250.5', 'comma'],
  ['1.250,5', 'comma'],
  ['1,2,3', 'comma'],
  ['fast', 'notANumber'],
  ['3 furlongs', 'unknownUnit'],
  ['1e308', 'unknownUnit'],
  ['NaN', 'notANumber'],
])('"%s" is refused as %s', (text, code) => {
  const parsed = parseQuantity(text, 'length');
  expect(parsed.ok ? 'read' : parsed.failure.code).toBe(code);
});
test('what is shown reads back as the same figure to the digits shown', () => {
  const kinds = Object.keys(quantities) as QuantityKind[];
  fc.assert(
    fc.property(fc.constantFrom(...kinds), fc.double({ min: -1000, max: 1000, noNaN: true }), (kind, value) => {
      const shown = formatFigure(value, kind);
      const parsed = parseQuantity(formatQuantity(value, kind), kind);
      expect(parsed.ok && formatFigure(parsed.value.canonical, kind)).toBe(shown);
    }),
    { seed: 5 },
  );
});
test('durations read as people say them', () =>
  expect([38, 750, 27720].map(formatDuration)).toEqual(['38 s', '13 min', '7 h 42']));

test('1 m of 1.75 mm PLA weighs 2.98 g (common practice, handbook density from memory)', () =>
  expect(massG(1000 * filamentAreaMm2(1.75), 1.24)).toBeCloseTo(2.98, 2));
test('a bead as wide as high is a round strand', () =>
  expect(beadAreaMm2(0.4, 0.4)).toBeCloseTo((Math.PI * 0.16) / 4, 15));
test('lines at their spacing fill the layer: area = spacing × height', () => {
  fc.assert(
    fc.property(fc.double({ min: 0.05, max: 1, noNaN: true }), fc.double({ min: 1, max: 3, noNaN: true }), (h, k) => {
      expect(beadAreaMm2(h * k, h)).toBeCloseTo(beadSpacingMm(h * k, h) * h, 12);
    }),
    { seed: 6 },
  );
});
test('the fastest speed for a flow gives that flow', () =>
  expect(volumetricFlowMm3PerS(0.45, 0.2, 0.97, fastestSpeedMmPerS(9.8, 0.45, 0.2, 0.97))).toBeCloseTo(9.8, 12));
test('a bead wider than high is asked for, anything else is our bug', () =>
  expect(() => beadAreaMm2(0.1, 0.2)).toThrow(RangeError));

test.each([
  [84, '84 B'],
  [1023, '1023 B'],
  [1434, '1.4 kB'],
  [300_000, '293 kB'],
  [5 * 1024 * 1024, '5.0 MB'],
  [200 * 1024 * 1024, '200 MB'],
  [80 * 1024 ** 3, '80.0 GB'],
])('a file of %i bytes is said to have %s', (bytes, said) => expect(formatBytes(bytes)).toBe(said));
