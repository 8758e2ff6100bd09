import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { contains } from '../geometry/clip.ts';
import { exampleLimits } from '../motion/limits.ts';
import { BedEdge, firstWithin, liesIn, readOutline, readRectangles, type Rectangle } from './bed.ts';
import { inspectGcode } from './inspect.ts';
import type { ProgramReading } from './reading.ts';

const hexagon = Array.from({ length: 6 }, (_, k): [number, number] => [
  100 + 80 * Math.cos((k * Math.PI) / 3),
  100 + 80 * Math.sin((k * Math.PI) / 3),
]);
/** A plate with its front right quarter cut out. */
const corner: [number, number][] = [
  [0, 0],
  [100, 0],
  [100, 100],
  [200, 100],
  [200, 200],
  [0, 200],
];

describe('how far a place lies beyond the edge of a plate', () => {
  test('is its distance to the nearest side or corner, and 0 on the plate', () => {
    const edge = new BedEdge(corner);
    expect(edge.beyondMm(50, 50)).toBe(0);
    expect(edge.beyondMm(150, 60)).toBe(40);
    expect(edge.beyondMm(203, 204)).toBeCloseTo(5, 12);
  });
  test('is 0 just where the plate contains it, whatever its outline', () => {
    const rings = [hexagon, corner].map((of) => [Float64Array.from(of.flat())]);
    fc.assert(
      fc.property(
        fc.constantFrom(0, 1),
        fc.double({ min: -50, max: 250, noNaN: true }),
        fc.double({ min: -50, max: 250, noNaN: true }),
        (k, x, y) => {
          const edge = new BedEdge([hexagon, corner][k]!);
          const isOn = (dx: number, dy: number): boolean => edge.beyondMm(x + dx, y + dy) === 0;
          // on the edge itself either may be said
          fc.pre(new Set([isOn(0.01, 0), isOn(-0.01, 0), isOn(0, 0.01), isOn(0, -0.01)]).size === 1);
          return contains(rings[k]!, x, y) === isOn(0, 0);
        },
      ),
    );
  });
});

describe('what a program lays beyond the plate', () => {
  const beyond = (reads: ProgramReading, ...lines: string[]) => {
    const read = inspectGcode(new TextEncoder().encode(['G28', 'M83', ...lines].join('\n')), {
      ...exampleLimits,
      reads,
    });
    if (!read.ok) throw new Error(read.failure.what);
    return read.value.beyondOutline;
  };
  test('is told with its line and place, and travel is not', () => {
    expect(
      beyond({ bedOutline: hexagon }, 'G0 X5 Y5 F6000', 'G0 X100 Y100', 'G1 X178 Y100 E2 F1200', 'G1 X184 Y100 E0.2'),
    ).toMatchObject({ line: 6, x: 184, y: 100 });
    expect(beyond({ bedOutline: hexagon }, 'G0 X5 Y5 F6000', 'G0 X100 Y100', 'G1 X170 Y100 E2 F1200')).toBeNull();
  });
  test('is seen between the ends of a line where the outline turns inwards', () => {
    const found = beyond({ bedOutline: corner }, 'G0 X98 Y20 F6000', 'G1 X198 Y120 E4 F1200');
    expect(found!.mm).toBeGreaterThan(30);
    expect(found!.line).toBe(4);
  });
  test('is seen along an arc that bulges out', () => {
    const found = beyond({ bedOutline: corner }, 'G0 X20 Y190 F6000', 'G2 X80 Y190 I30 J0 E4 F1200');
    expect(found!.mm).toBeCloseTo(20, 1);
  });
  test('is meant where it may purge, of an outline and of a round plate', () => {
    const purge = ['G0 X2 Y-4 F6000', 'G1 X60 Y-4 E6 F900'];
    const purgePlaces = [[0, -6, 80, -2]] as const;
    expect(beyond({ bedOutline: corner }, ...purge)!.mm).toBe(4);
    expect(beyond({ bedOutline: corner, purgePlaces }, ...purge)).toBeNull();
    const round = { roundBed: { x: 100, y: 100, radiusMm: 100 } };
    const furthest = (reads: ProgramReading): number => {
      const read = inspectGcode(new TextEncoder().encode(['G28', 'M83', ...purge].join('\n')), {
        ...exampleLimits,
        reads,
      });
      return read.ok ? read.value.furthestMm : NaN;
    };
    expect(furthest(round)).toBeGreaterThan(100);
    expect(furthest({ ...round, purgePlaces })).toBe(0);
  });
});

describe('outlines and rectangles as they are typed', () => {
  test('are read with spaces, commas and lines', () => {
    expect(readOutline('0 0; 220,0\n 220 180').found).toEqual([
      [0, 0],
      [220, 0],
      [220, 180],
    ]);
    expect(readRectangles('0 0 30 12; 200 -5 230 12').found).toHaveLength(2);
  });
  test.each([
    ['a corner of one figure', '0 0; 5; 3 4', '5'],
    ['two corners', '0 0; 5 5', '0 0; 5 5'],
    ['a word', '0 0; 5 five; 3 4', '5 five'],
  ])('tell %s', (_, text, wrong) => expect(readOutline(text).wrong).toBe(wrong));
  test('tell three figures where a rectangle has four', () => expect(readRectangles('0 0 30').wrong).toBe('0 0 30'));
});

describe('where a line first lies within a rectangle', () => {
  const zone: Rectangle = [40, 30, 10, 20];
  test.each([
    ['through it', [0, 25, 50, 25], [10, 25]],
    ['from within', [20, 25, 50, 25], [20, 25]],
    ['across a corner', [5, 22, 15, 32], [10, 27]],
    ['along its edge', [0, 20, 50, 20], null],
    ['up to its edge', [0, 25, 10, 25], null],
    ['past it', [0, 0, 50, 5], null],
    ['away from it, in its direction', [50, 25, 60, 25], null],
  ] as const)('%s', (_, [x0, y0, x1, y1], at) => expect(firstWithin(zone, x0, y0, x1, y1)).toEqual(at));
  test('is as near as looking at every hundredth of the line', () => {
    const place = fc.double({ min: 0, max: 60, noNaN: true });
    fc.assert(
      fc.property(place, place, place, place, (x0, y0, x1, y1) => {
        const seen = Array.from({ length: 101 }, (_, k) => k / 100).find((t) =>
          liesIn([10.01, 20.01, 39.99, 29.99], x0 + (x1 - x0) * t, y0 + (y1 - y0) * t),
        );
        const found = firstWithin(zone, x0, y0, x1, y1);
        if (seen === undefined) return true;
        const along = found && Math.hypot(found[0] - x0, found[1] - y0) / Math.hypot(x1 - x0, y1 - y0);
        return along !== null && along <= seen + 1e-9 && along > seen - 0.011;
      }),
    );
  });
});
test('a box lies on a plate with none of its corners beyond, and none of the plate’s own within', () => {
  const edge = new BedEdge(corner);
  expect([edge.holds(10, 10, 90, 190), edge.holds(90, 90, 110, 190), edge.holds(10, 110, 190, 190)]).toEqual([
    true,
    false,
    true,
  ]);
});
