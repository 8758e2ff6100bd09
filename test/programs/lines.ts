import type { MotionLimits } from '../../src/core/motion/limits.ts';

/** A program by its lines, and what its machine holds it to beside what is usual here. */
export interface Written {
  readonly lines: readonly string[];
  readonly limits?: Partial<MotionLimits>;
}
export const START = ['G28', 'G90', 'M83', 'M190 S60', 'M109 S205', 'G1 Z0.2 F540'];
/** Lines, parted by commas. */
export const says = (lines: string): string[] => lines.split(', ');
export const times = <T>(count: number, line: (k: number) => T): T[] =>
  Array.from({ length: count }, (_, k) => line(k));
/** A square of a layer, clockwise from its corner; Z in every line sends it the long way. */
export const square = (x: number, y: number, sideMm: number, z: number, feed = 1800): string[] => [
  `G0 X${x} Y${y} Z${z} F6000`,
  `G1 Y${y + sideMm} E${sideMm / 25} F${feed}`,
  `G1 X${x + sideMm} Z${z} E${sideMm / 25}`,
  `G1 Y${y} E${sideMm / 25}`,
  `G1 X${x} Z${z} E${sideMm / 25}`,
];
/** Squares over each other, each at its height. */
export const tower = (x: number, y: number, sideMm: number, ...heights: readonly number[]): string[] =>
  heights.flatMap((z) => square(x, y, sideMm, z));
