import fc from 'fast-check';
import { expect, test } from 'vitest';
import { arcByCentre, arcByRadius, eachExtreme } from './arc.ts';

const angle = fc.double({ min: -3.1, max: 3.1, noNaN: true });
const radius = fc.double({ min: 0.5, max: 200, noNaN: true });

test('an arc by centre ends where it was told to, either way round', () => {
  fc.assert(
    fc.property(angle, angle, radius, fc.boolean(), (a, b, r, clockwise) => {
      fc.pre(Math.abs(a - b) > 1e-3);
      const [x0, y0, x1, y1] = [r * Math.cos(a), r * Math.sin(a), r * Math.cos(b), r * Math.sin(b)];
      const arc = arcByCentre(x0, y0, x1, y1, -x0, -y0, clockwise)!;
      expect(Math.sign(arc.sweep)).toBe(clockwise ? -1 : 1);
      expect(Math.abs(arc.sweep)).toBeLessThanOrEqual(2 * Math.PI);
      expect(arc.radiusMm * Math.cos(arc.startAngle + arc.sweep)).toBeCloseTo(x1, 6);
      expect(arc.radiusMm * Math.sin(arc.startAngle + arc.sweep)).toBeCloseTo(y1, 6);
    }),
    { seed: 11 },
  );
});
test('the two ways round make one circle', () => {
  fc.assert(
    fc.property(angle, angle, radius, (a, b, r) => {
      fc.pre(Math.abs(a - b) > 1e-3);
      const [x0, y0, x1, y1] = [r * Math.cos(a), r * Math.sin(a), r * Math.cos(b), r * Math.sin(b)];
      expect(
        arcByCentre(x0, y0, x1, y1, -x0, -y0, false)!.sweep - arcByCentre(x0, y0, x1, y1, -x0, -y0, true)!.sweep,
      ).toBeCloseTo(2 * Math.PI, 9);
    }),
    { seed: 12 },
  );
});
test('an arc by radius is the short way, and the long way when the radius is negative', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.2, max: 1.9, noNaN: true }),
      radius,
      fc.boolean(),
      (chordPerRadius, r, clockwise) => {
        const short = arcByRadius(0, 0, chordPerRadius * r, 0, r, clockwise)!;
        const long = arcByRadius(0, 0, chordPerRadius * r, 0, -r, clockwise)!;
        expect(Math.abs(short.sweep)).toBeCloseTo(2 * Math.asin(chordPerRadius / 2), 6);
        expect(Math.abs(short.sweep) + Math.abs(long.sweep)).toBeCloseTo(2 * Math.PI, 6);
      },
    ),
    { seed: 13 },
  );
});
test.each([
  ['no radius', () => arcByCentre(0, 0, 1, 0, 0, 0, true)],
  ['equal ends by radius', () => arcByRadius(1, 1, 1, 1, 5, true)],
  ['a radius of zero', () => arcByRadius(0, 0, 1, 1, 0, true)],
])('%s is no arc', (_, make) => expect(make()).toBeNull());
test('the extremes of a full circle are its four quarter points', () => {
  const seen: string[] = [];
  eachExtreme(arcByCentre(10, 0, 10, 0, -10, 0, false)!, (x, y) => seen.push(`${Math.round(x)},${Math.round(y)}`));
  expect([...new Set(seen)].sort()).toEqual(['-10,0', '0,-10', '0,10', '10,0']);
});
