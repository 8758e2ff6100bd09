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
  also: {
    'a length read a quarter too long but close in millimetres': {
      csv: 'axis,feature,nominal_mm,measured_mm\nx,outer,4,5.2\nx,outer,20,20\nx,outer,40,40\nx,hole,6,6\nx,hole,16,16\nx,hole,10,10',
    },
    'a length read far too long': {
      csv: 'axis,feature,nominal_mm,measured_mm\nx,outer,20,26.5\nx,outer,40,40\nx,outer,70,70\nx,hole,6,6\nx,hole,16,16\nx,hole,10,10',
    },
    'a length read a little far off': {
      csv: 'axis,feature,nominal_mm,measured_mm\nx,outer,6,7.7\nx,outer,40,40\nx,outer,70,70\nx,hole,6,6\nx,hole,16,16\nx,hole,10,10',
    },
    'long lengths read far off, but not for their length': {
      csv: 'axis,feature,nominal_mm,measured_mm\nx,outer,200,203\nx,outer,100,101.6\nx,outer,70,71\nx,hole,60,60.8\nx,hole,16,16.1\nx,hole,10,10.1',
    },
    'as few lengths as may be': {
      csv: 'axis,feature,nominal_mm,measured_mm\nx,outer,20,20.02\nx,outer,20,20.01\nx,outer,40,40.05\nx,hole,6,5.95\nx,hole,6,5.97\nx,hole,40,39.9',
    },
    'a length of nought': {
      csv: 'axis,feature,nominal_mm,measured_mm\nx,outer,0,0.5\nx,outer,40,40\nx,hole,6,6\nx,hole,16,16',
    },
    'two lengths, each twice': {
      csv: 'axis,feature,nominal_mm,measured_mm\nx,outer,20,20.02\nx,outer,20,20.01\nx,hole,40,39.95\nx,hole,40,39.93',
    },
    'a short length read just as far off as may be': {
      csv: 'axis,feature,nominal_mm,measured_mm\nx,outer,4,5.5\nx,outer,40,40\nx,outer,70,70\nx,hole,6,6\nx,hole,16,16\nx,hole,10,10',
    },
    'short lengths that tell no scale': {
      csv: 'axis,feature,nominal_mm,measured_mm\nx,outer,1,2.4\nx,outer,2,0.6\nx,outer,1,0.2\nx,outer,2,3.4\nx,hole,1,1.9\nx,hole,2,0.9',
    },
    'outsides only': {
      csv: 'axis,feature,nominal_mm,measured_mm\nx,outer,20,20.02\nx,outer,40,40.05\nx,outer,70,70.1\nx,outer,20,20.03\nx,outer,40,40.04\nx,outer,70,70.12',
    },
    'three axes that differ': {
      csv: `axis,feature,nominal_mm,measured_mm\n${['x', 'y', 'z'].flatMap((a, i) => [20, 40, 70].flatMap((n) => [`${a},outer,${n},${(n * (1 + 0.002 * (i - 1)) + 0.05).toFixed(3)}`, `${a},hole,${n / 4},${((n / 4) * (1 + 0.002 * (i - 1)) - 0.05).toFixed(3)}`])).join('\n')}`,
      options: { 'calibration-mm': 0.01 },
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
