/** A figure for each of the three axes. */
export const each3 = (of: (axis: 0 | 1 | 2) => number): readonly [x: number, y: number, z: number] => [
  of(0),
  of(1),
  of(2),
];
