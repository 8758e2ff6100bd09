import { expect, test } from 'vitest';
import { drawPicture, looks, type DefectSymbol } from '../../src/core/looks/looks.ts';
import { seededRandom } from '../../src/core/formats/random.ts';

const figures = (d: string): number[] => [...d.matchAll(/-?\d+(?:\.\d+)?/g)].map((m) => Number(m[0]));
const paths = (svg: string, is: string): string[] =>
  [...svg.matchAll(new RegExp(`<path class="${is}" d="([^"]*)"`, 'g'))].map((m) => m[1]!);

/** Reads a picture as one would on a bench, by what is drawn on it alone: counts what can be counted, measures the rest against the bar. */
function readPicture(svg: string, look: DefectSymbol): number {
  const marks = paths(svg, 'fault');
  if (looks[look].perMm === null) return marks.length;
  const barText = Number(/bar ([\d.]+) mm/.exec(svg)![1]);
  const perMm = figures(paths(svg, 'bar')[0]!)[2]! / barText;
  const f = figures(marks[0]!);
  switch (look) {
    case 'sag':
      return (f[3]! - f[1]!) / 2 / perMm; // a parabola hangs half as far as its handle
    case 'droop':
      return Math.hypot(f[2]! - 40, f[3]! - 22) / 2 / perMm;
    case 'waves':
      return (-f[3]! / 2 + f[7]! / 2) / perMm;
    case 'bulge':
      return (f[1]! - f[3]!) / perMm;
    default:
      return (2 * (figures(paths(svg, 'datum')[0]!)[2]! - f[2]!)) / perMm;
  }
}
/** Largest amount a picture has room for, and what an eye at the bench may be off by. */
const reach: Record<DefectSymbol, readonly [most: number, error: number]> = {
  strings: [60, 0],
  gaps: [14, 0],
  corners: [4, 0],
  blotches: [30, 0],
  sag: [2, 0.02],
  droop: [2, 0.02],
  waves: [0.25, 0.003],
  bulge: [0.4, 0.003],
  hole: [0.4, 0.003],
};

test.each(Object.keys(looks) as DefectSymbol[])(
  'a picture of %s tells its figure to whoever counts or measures on it',
  (look) => {
    const [most, error] = reach[look];
    const random = seededRandom(77);
    for (let k = 0; k < 200; k++) {
      const amount = looks[look].perMm === null ? Math.round(most * random()) : most * random();
      expect(
        Math.abs(readPicture(drawPicture(look, amount, random, 'x'), look) - amount),
        `${amount}`,
      ).toBeLessThanOrEqual(error);
    }
  },
);
test('scores stand in order on every scale, and a picture between two drawings reads as the nearer', () => {
  for (const look of Object.keys(looks) as DefectSymbol[]) {
    const scale = [1, 2, 3, 4, 5].map((s) =>
      readPicture(drawPicture(look, looks[look].ofScore(s), seededRandom(5), 'x'), look),
    );
    expect(
      scale.every((v, i) => i === 0 || v < scale[i - 1]!),
      look,
    ).toBe(true);
    for (const s of [1.2, 2.3, 3.4, 4.3]) {
      const seen = readPicture(drawPicture(look, looks[look].ofScore(s), seededRandom(9), 'x'), look);
      const nearest = scale.map((v, i) => [Math.abs(v - seen), i + 1] as const).sort((a, b) => a[0] - b[0])[0]![1];
      expect(Math.abs(nearest - s), `${look} ${s}`).toBeLessThanOrEqual(0.75);
    }
  }
});
test('a caption cannot break out of its picture', () => {
  expect(drawPicture('sag', 0.2, seededRandom(1), '<script>&')).toContain('script</text>');
});
