import { inspectGcode } from '../../src/core/gcode/inspect.ts';
import type { MotionLimits } from '../../src/core/motion/limits.ts';
import { toDigits } from '../recover/kept.ts';
import { programOf, shortLinesOf } from './generate.ts';
import { writtenPrograms } from './written.ts';

/** Seeds of programs that are kept with what was read of them; from SHORT on programs of short lines. */
const SHORT = 1000;
const keptSeeds: readonly number[] = [
  ...Array.from({ length: 120 }, (_, i) => i + 1),
  ...Array.from({ length: 16 }, (_, i) => SHORT + i),
];
/** What is kept: of a seed, or of a program that is written down, by its name. */
export const keptPrograms: readonly (number | string)[] = [...keptSeeds, ...Object.keys(writtenPrograms)];
export interface KeptProgram {
  readonly seed: number | string;
  readonly report: unknown;
}
const limits: MotionLimits = {
  accelerationMmPerS2: 1300,
  travelAccelerationMmPerS2: 1700,
  instantSpeedChangeMmPerS: 6,
  junctionDeviationMm: null,
  maxFeedMmPerS: [220, 200, 8, 60],
  maxAccelerationMmPerS2: [2500, 2100, 150, 4000],
  filamentDiameterMm: 1.75,
};

function keptProgram(seed: number | string): [text: string, limits: MotionLimits] {
  if (typeof seed === 'number')
    return [
      seed < SHORT ? programOf(seed) : shortLinesOf(seed),
      // every third under junction deviation
      { ...limits, junctionDeviationMm: seed % 3 === 0 ? 0.03 : null },
    ];
  const { lines, limits: own } = writtenPrograms[seed]!;
  return [lines.join('\n'), { ...limits, ...own }];
}
/** What is read of such a program. */
export function reportOf(seed: number | string): unknown {
  const [text, held] = keptProgram(seed);
  const read = inspectGcode(new TextEncoder().encode(text), held);
  if (!read.ok) return toDigits(read.failure);
  // layers by the hundred are kept as sums
  const { layerRows, ...report } = read.value;
  const sums =
    layerRows.length > 12
      ? Object.fromEntries(
          Object.keys(layerRows[0]!).map((k) => [k, layerRows.reduce((t, r, i) => t + r[k as 'zMm'] * (1 + i / 7), 0)]),
        )
      : layerRows;
  return toDigits({ ...report, layerRows: sums });
}
