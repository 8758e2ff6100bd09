import { describe, expect, test } from 'vitest';
import { greysOf, runsOfGrey } from './byPixelFixture.ts';
import { seededRandom } from '../formats/random.ts';
import { greyRunsOf, narrowGaps, type Runs } from './runs.ts';
import { greysOfRuns } from './shades.ts';
import { StackMeasure, type StackReport } from './stackReport.ts';
import { STACK_FORMAT, STACK_VERSION } from './stack.ts';

const [W, H] = [60, 40];
const PIXEL_MM = 0.5;
const LAYER_MM = 0.1;
type Box = readonly [x: number, y: number, w: number, h: number, grey?: number];
function picture(boxes: readonly Box[]): Uint8Array {
  const grey = new Uint8Array(W * H);
  for (const [x, y, w, h, g = 255] of boxes) for (let v = y; v < y + h; v++) grey.fill(g, v * W + x, v * W + x + w);
  return grey;
}
/** A stack measured whose layers show these boxes, in pixels from the left and the back. */
function measured(layers: readonly (readonly Box[])[]): StackReport {
  const motion = { pauseBeforeLiftS: 0, lift: [], pauseAtTopS: 0, return: [], pauseBeforeExposureS: 1 };
  const measure = new StackMeasure({
    format: STACK_FORMAT,
    version: STACK_VERSION,
    title: 'boxes',
    printer: { pixelMm: [PIXEL_MM, PIXEL_MM], pixels: [W, H] },
    layerMm: LAYER_MM,
    motion,
    layers: layers.map((_, i) => ({ zMm: (i + 1) * LAYER_MM, exposures: [{ image: 'a.png', seconds: 2 }] })),
    digests: {},
  });
  for (const boxes of layers) {
    const grey = picture(boxes);
    measure.add(runsOfGrey(grey, W, H), greysOf(grey));
  }
  return measure.end(1);
}
const times = (n: number, boxes: readonly Box[]): (readonly Box[])[] => Array.from({ length: n }, () => boxes);
const post = (x: number, y = 10): Box => [x, y, 2, 2];
const slab: Box = [5, 5, 40, 20];

describe('slender columns', () => {
  test('are as long as they go on without meeting another', () => {
    const { longestColumn } = measured([...times(30, [post(10)]), ...times(10, [slab])]);
    expect(longestColumn).toEqual({
      lengthMm: expect.closeTo(3, 9) as number,
      layer: 30,
      zMm: expect.closeTo(3, 9) as number,
      xMm: 5.5,
      yMm: 14.75,
    });
  });
  test('begin anew where a brace joins two of them', () => {
    const brace: Box = [10, 10, 5, 2];
    const { longestColumn } = measured([
      ...times(12, [post(10), post(13)]),
      [brace],
      ...times(20, [post(10), post(13)]),
      [slab],
    ]);
    expect(longestColumn!.lengthMm).toBeCloseTo(2, 9);
  });
  test('are none where nothing is slender', () => expect(measured(times(20, [slab])).longestColumn).toBeNull());
});
describe('tips', () => {
  test('the lowest one is told, and the two nearest to each other', () => {
    const report = measured([
      ...times(10, [post(10), post(20), post(26)]),
      ...times(10, [[8, 8, 6, 6], post(20), post(26)]),
      ...times(5, [slab]),
    ]);
    expect(report.lowestTip).toMatchObject({ layer: 11, xMm: 5.5 });
    expect(report.nearTips).toMatchObject({ apartMm: expect.closeTo(3, 9) as number, layer: 21, xMm: 12 });
  });
  test('of a single one none is near', () => {
    const report = measured([...times(10, [post(10)]), [slab]]);
    expect([report.tipCount, report.nearTips]).toEqual([1, null]);
  });
});
describe('feet', () => {
  test('the smallest area on the plate is told with how many there are', () => {
    const { foot } = measured(times(3, [slab, [50, 2, 3, 1]]));
    expect(foot).toEqual({ areaMm2: 0.75, feet: 2, xMm: 25.75, yMm: 18.75 });
  });
  test('a first layer that is dark has none', () => expect(measured([[], [slab]]).foot).toBeNull());
});
test('the largest area in one piece is told beside what is lit in all', () => {
  const { rows } = measured([[slab, [50, 2, 3, 1]]]);
  expect([rows[0]!.largestMm2, rows[0]!.areaMm2]).toEqual([200, 200.75]);
});
describe('greys', () => {
  test('are counted between dark and full, over all layers', () => {
    const { shades } = measured([[slab], [[1, 1, 5, 5, 200]], [[1, 1, 5, 5, 60]], [[1, 1, 5, 5, 200]]]);
    expect(shades.between).toBe(2);
  });
  test('the layer is told of which most is faint', () => {
    const { shades } = measured([[slab], [[0, 0, 10, 1], [0, 1, 10, 3, 127]], [[0, 0, 10, 1, 128]]]); // prettier-ignore
    expect(shades).toEqual({ between: 2, faintestLayer: 2, faintShare: 0.75 });
  });
  test('of runs are those of the picture they were drawn of', () => {
    const grey = picture([slab, [50, 2, 3, 1, 9], [2, 30, 20, 4, 77]]);
    const [whole, runs] = [greysOf(grey), greysOfRuns(greyRunsOf(grey, W, H))];
    expect(runs.subarray(1)).toEqual(whole.subarray(1));
  });
});
describe('narrow gaps', () => {
  const gapPixels = (boxes: readonly Box[]): number => narrowGaps(runsOfGrey(picture(boxes), W, H)).pixels;
  test.each([
    [1, 18],
    [2, 36],
    [3, 0],
  ])(
    'a slot %i pixels wide between two blocks has %i of them, upright or lying, for its ends are open',
    (wide, pixels) => {
      expect(gapPixels([[2, 2, 10, 20], [12 + wide, 2, 10, 20]])).toBe(pixels); // prettier-ignore
      expect(gapPixels([[2, 2, 20, 10], [2, 12 + wide, 20, 10]])).toBe(pixels); // prettier-ignore
    },
  );
  test('what lies at the edge of the screen leaves none towards it', () => expect(gapPixels([[0, 0, 20, 10]])).toBe(0));
  test('nothing lit has none', () => expect(gapPixels([])).toBe(0));
  test('are what a cross of three pixels does not reach, on 60 pictures', () => {
    const random = seededRandom(11);
    const below = (n: number): number => Math.floor(random() * n);
    for (let k = 0; k < 60; k++) {
      const grey = picture(
        Array.from({ length: 8 }, (): Box => {
          const [w, h] = [1 + below(20), 1 + below(12)];
          return [below(W - w), below(H - h), w, h];
        }),
      );
      expect(narrowGaps(runsOfGrey(grey, W, H)).pixels).toBe(bruteGaps(grey));
    }
  });
});
/** Free pixels between the highest and lowest lit row that no cross of five free pixels covers; outside the picture it is free. */
function bruteGaps(grey: Uint8Array): number {
  const isFree = (x: number, y: number): boolean => x < 0 || y < 0 || x >= W || y >= H || grey[y * W + x] === 0;
  const cross = [[0, 0], [1, 0], [-1, 0], [0, 1], [0, -1]] as const; // prettier-ignore
  const fits = (x: number, y: number): boolean => cross.every(([u, v]) => isFree(x + u, y + v));
  const rows: Runs = runsOfGrey(grey, W, H);
  let n = 0;
  for (let y = rows[0]!; y <= rows[rows.length - 3]!; y++)
    for (let x = 0; x < W; x++) if (isFree(x, y) && !cross.some(([u, v]) => fits(x + u, y + v))) n++;
  return n;
}
