import { type Trialled } from '../recover.ts';
import { proven } from '../known.ts';
import { about, anyFigure, type KindCases } from '../kindCases.ts';

/** Spread of a scale for one who knows the noise: sample and calliper's own error through the same design. */
function knownSdOfScale(axis: 'x' | 'y' | 'z', rippleMm: number): number {
  const design = (axis === 'z' ? [5, 12, 24] : [20, 40, 70])
    .flatMap(
      (l) =>
        [
          [l, 1],
          [l, 1],
        ] as [number, number][],
    )
    .concat(
      axis === 'z'
        ? []
        : [6, 10, 16].flatMap(
            (l) =>
              [
                [l, -1],
                [l, -1],
              ] as [number, number][],
          ),
    );
  const sum = (f: (n: number, s: number) => number): number => design.reduce((a, [n, k]) => a + f(n, k), 0);
  const snn = sum((n) => n * n);
  const sns = sum((n, k) => n * k);
  const ss = design.length;
  const det = snn * ss - sns * sns;
  const leak = (ss * sum((n) => n) - sns * sum((_, k) => k)) / det;
  return 100 * Math.hypot(Math.sqrt((rippleMm ** 2 + 0.006 ** 2 + 0.01 ** 2 / 12) * (ss / det)), 0.005 * leak);
}

export const cases: KindCases = {
  kind: 'dimensions',
  table: {
    csv: `axis,feature,nominal_mm,measured_mm\n${[20, 40, 70]
      .flatMap((n) => [`x,outer,${n},${(0.996 * n + 0.06).toFixed(9)}`])
      .concat([6, 10, 16].map((n) => `x,hole,${n},${(0.996 * n - 0.06).toFixed(9)}`))
      .join('\n')}`,
    gives: {
      x: {
        scale: about(1 / 0.996, 7),
        offsetMm: about(-0.06 / (2 * 0.996), 7),
        scaleInterval: [anyFigure, anyFigure],
        offsetInterval: [anyFigure, anyFigure],
      },
    },
  },
  recovers: (['x', 'y', 'z'] as const).map((axis) => ({
    of: `scale ${axis.toUpperCase()}`,
    unit: '%',
    truth: (t: Trialled) => 100 / t.truth.shrink[axis],
    interval: (t: Trialled) => proven(t, `scale${axis.toUpperCase()}Percent`),
    knownSd: (t: Trialled) => knownSdOfScale(axis, t.truth.rippleMm),
  })),
};
