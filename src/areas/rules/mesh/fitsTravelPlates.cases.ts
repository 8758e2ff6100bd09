import { boxMesh } from '../../../core/mesh/solids.ts';
import type { Expected, JobCase, RuleCases } from '../cases.ts';
import { fitsTravel } from './fitsTravel.ts';

const beyond = (
  plate: 'round' | 'outline',
  of: Pick<Expected, 'figure' | 'fix' | 'line' | 'place' | 'change'>,
): Expected => ({
  severity: 'blocker',
  title: plate === 'round' ? 'Laid beyond the round plate' : 'Laid beyond the outline of the plate',
  limit: plate === 'round' ? '171 mm' : 'within the bed outline',
  origin: 'hardware, Rifugio Vodice',
  layer: 1,
  zMm: 0,
  ...of,
});

const hasNoRoomInTheMiddle = (
  when: string,
  placed: { readonly xMm?: number; readonly yMm?: number },
  values: { readonly bedOutline: string; readonly brimMm?: number },
  at: Pick<Expected, 'figure' | 'line' | 'place'>,
): JobCase => ({
  when,
  mesh: { placed },
  values: { bedShape: 'outline', skirtLoops: 0, ...values },
  finds: [beyond('outline', { ...at, fix: 'move it to where the plate has room, or make it smaller' })],
});

/** On plates that are smaller than the travel. */
export const cases: RuleCases = {
  rule: fitsTravel,
  job: [
    {
      when: 'a corner of it hangs beyond a round plate',
      mesh: { placed: { xMm: 60, yMm: 60 } },
      values: { bedShape: 'round', skirtLoops: 0 },
      finds: [
        beyond('round', {
          figure: '183.62 mm from its middle',
          fix: 'set it in the middle',
          line: 26,
          change: { moveMm: [114, 111] },
        }),
      ],
    },
    {
      when: 'a large part hangs beyond a round plate, on which it has room in the middle',
      mesh: { body: () => boxMesh([0, 0, 0], [200, 200, 4]), placed: { xMm: 110, yMm: 110 } },
      values: { bedShape: 'round', skirtLoops: 0 },
      finds: [
        beyond('round', {
          figure: '229.51 mm from its middle',
          fix: 'set it in the middle',
          line: 26,
          change: { moveMm: [64, 61] },
        }),
      ],
    },
    {
      when: 'it is too large for a round plate wherever it stands',
      mesh: { body: () => boxMesh([0, 0, 0], [300, 300, 4]) },
      values: { bedShape: 'round', skirtLoops: 0 },
      finds: [
        beyond('round', {
          figure: '211.82 mm from its middle',
          fix: 'make it smaller, or print it on a larger plate',
          line: 25,
        }),
      ],
    },
    {
      when: 'it stands in the middle of a round plate',
      mesh: {},
      values: { bedShape: 'round' },
      finds: [],
    },
    {
      when: 'it stands over the corner that its plate lacks',
      mesh: { placed: { xMm: 40, yMm: 40 } },
      values: { bedShape: 'outline', bedOutline: '120 0; 348 0; 348 342; 0 342; 0 120', skirtLoops: 0 },
      finds: [
        beyond('outline', {
          figure: 'X 20.22 Y 25.22, 52.72 mm beyond its edge',
          fix: 'set it in the middle',
          line: 26,
          place: { xMm: 20.22, yMm: 25.22 },
          change: { moveMm: [134, 131] },
        }),
      ],
    },
    {
      when: 'its plate is narrower than it',
      mesh: {},
      values: { bedShape: 'outline', bedOutline: '160 0; 190 0; 190 342; 160 342', skirtLoops: 0 },
      finds: [
        beyond('outline', {
          figure: 'X 154.22 Y 185.78, 5.78 mm beyond its edge',
          fix: 'move it to where the plate has room, or make it smaller',
          line: 25,
          place: { xMm: 154.22, yMm: 185.78 },
        }),
      ],
    },
    hasNoRoomInTheMiddle(
      'its plate lacks a corner and its middle has no room to the left',
      { xMm: 60, yMm: 250 },
      { bedOutline: '0 0; 348 0; 348 342; 160 342; 160 100; 0 100' },
      { figure: 'X 40.22 Y 264.78, 119.78 mm beyond its edge', line: 25, place: { xMm: 40.22, yMm: 264.78 } },
    ),
    hasNoRoomInTheMiddle(
      'its plate lacks a corner and its middle has no room to the right',
      { xMm: 290, yMm: 250 },
      { bedOutline: '0 0; 348 0; 348 100; 188 100; 188 342; 0 342' },
      { figure: 'X 309.78 Y 264.78, 121.78 mm beyond its edge', line: 25, place: { xMm: 309.78, yMm: 264.78 } },
    ),
    hasNoRoomInTheMiddle(
      'its plate lacks a corner and its middle has no room in front',
      { xMm: 60, yMm: 60 },
      { bedOutline: '0 160; 200 160; 200 0; 348 0; 348 342; 0 342' },
      { figure: 'X 40.22 Y 45.22, 114.78 mm beyond its edge', line: 26, place: { xMm: 40.22, yMm: 45.22 } },
    ),
    hasNoRoomInTheMiddle(
      'its plate lacks a corner and its middle has no room at the back',
      { xMm: 60, yMm: 300 },
      { bedOutline: '0 0; 348 0; 348 342; 200 342; 200 180; 0 180' },
      { figure: 'X 64.94 Y 314.78, 134.78 mm beyond its edge', line: 25, place: { xMm: 64.945, yMm: 314.78 } },
    ),
    {
      when: 'it lies over the corner that its plate lacks, where the machine counts from the middle',
      mesh: { placed: { xMm: 40, yMm: 40 } },
      values: {
        lowestXMm: -174,
        lowestYMm: -171,
        bedShape: 'outline',
        bedOutline: '-54 -171; 174 -171; 174 171; -174 171; -174 -51',
        skirtLoops: 0,
      },
      finds: [
        beyond('outline', {
          figure: 'X -153.78 Y -145.78, 52.72 mm beyond its edge',
          fix: 'set it in the middle',
          line: 26,
          place: { xMm: 20.22, yMm: 25.22 },
          change: { moveMm: [134, 131] },
        }),
      ],
    },
    hasNoRoomInTheMiddle(
      'its brim hangs beyond a plate, which has no room for it in the middle either',
      { xMm: 60 },
      { bedOutline: '151 0; 197 0; 197 342; 151 342', brimMm: 4 },
      { figure: 'X 36.23 Y 186, 114.77 mm beyond its edge', line: 31, place: { xMm: 36.228, yMm: 186 } },
    ),
    hasNoRoomInTheMiddle(
      'its brim hangs beyond a shallow plate, which has no room for it in the middle either',
      { yMm: 60 },
      { bedOutline: '0 153; 348 153; 348 189; 0 189', brimMm: 4 },
      { figure: 'X 154 Y 41.23, 111.77 mm beyond its edge', line: 48, place: { xMm: 154, yMm: 41.228 } },
    ),
    {
      when: 'it stands aside on a round plate that is a hair too small for it',
      mesh: { body: () => boxMesh([0, 0, 0], [242, 242, 4]), placed: { xMm: 140, yMm: 135 } },
      values: { bedShape: 'round', skirtLoops: 0 },
      finds: [
        beyond('round', {
          figure: '220.31 mm from its middle',
          fix: 'make it smaller, or print it on a larger plate',
          line: 26,
        }),
      ],
    },
  ],
};
