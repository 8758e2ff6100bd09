/** Figures for band labels, three columns by five rows, top row first. Drawn by us. */
export const DIGIT_COLUMNS = 3;
export const DIGIT_ROWS = 5;
const pixels: Readonly<Record<string, readonly string[]>> = {
  0: ['111', '101', '101', '101', '111'],
  1: ['010', '110', '010', '010', '111'],
  2: ['111', '001', '111', '100', '111'],
  3: ['111', '001', '011', '001', '111'],
  4: ['101', '101', '111', '001', '001'],
  5: ['111', '100', '111', '001', '111'],
  6: ['111', '100', '111', '101', '111'],
  7: ['111', '001', '001', '010', '010'],
  8: ['111', '101', '111', '101', '111'],
  9: ['111', '101', '111', '001', '111'],
  '.': ['000', '000', '000', '000', '010'],
  '-': ['000', '000', '111', '000', '000'],
};
/** Which of the three columns stand out in a row, counted from the top. */
export const digitPixels = (char: string, row: number): readonly boolean[] =>
  [...(pixels[char]?.[row] ?? '000')].map((c) => c === '1');

type Point = readonly [number, number];
/** Ends of the seven bars of a figure in a box of 1 × 1, from the lower left. */
const bars: Readonly<Record<string, readonly [Point, Point]>> = {
  a: [
    [0, 1],
    [1, 1],
  ],
  b: [
    [1, 1],
    [1, 0.5],
  ],
  c: [
    [1, 0.5],
    [1, 0],
  ],
  d: [
    [1, 0],
    [0, 0],
  ],
  e: [
    [0, 0],
    [0, 0.5],
  ],
  f: [
    [0, 0.5],
    [0, 1],
  ],
  g: [
    [0, 0.5],
    [1, 0.5],
  ],
};
const strokes: Readonly<Record<string, string>> = {
  0: 'abcdef',
  1: 'bc',
  2: 'abged',
  3: 'abgcd',
  4: 'fgbc',
  5: 'afgcd',
  6: 'afedcg',
  7: 'abc',
  8: 'abcdefg',
  9: 'gfabcd',
  '-': 'g',
};
export const digitStrokes = (char: string): readonly (readonly [Point, Point])[] =>
  [...(strokes[char] ?? '')].map((b) => bars[b]!);
