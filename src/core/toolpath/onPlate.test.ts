import { describe, expect, test } from 'vitest';
import { laid, laidGroups, pieces, volumeMm3, type Laid } from '../../../test/meshes/laid.ts';
import { layAt, plainLay } from '../../../test/meshes/toolpathSettings.ts';
import { areaMm2, boxOf, contains } from '../geometry/clip.ts';
import { joined } from '../mesh/mesh.ts';
import { asDrawn, placed } from '../mesh/placement.ts';
import { meshOfSolids } from '../mesh/solid.ts';
import { boxMesh, sphereMesh, turnedMesh } from '../mesh/solids.ts';
import { generateToolpath, plainPlate } from './generateToolpath.ts';
import { layerHeights } from './layerPlan.ts';
import type { SupportBox } from './supportBoxes.ts';

const cube = boxMesh([0, 0, 0], [20, 20, 6]);
const quiet = { skirtLoops: 0, minimumLayerTimeS: 0 };
const heightsOf = ({ layers }: Pick<Laid, 'layers'>): number[] => layers.map((l) => l.heightMm);

describe('a raft', () => {
  const raft = { ...quiet, raftLayers: 3, raftReachMm: 5, raftGapMm: 0.12 };
  const made = laid(cube, raft);
  test('lies under the whole part, reaches round it, and leaves its gap', () => {
    const tops = made.layers.slice(0, 4).map((l) => l.zMm);
    // 0.2 + 0.2 + 0.2, then the gap and a layer
    expect(tops).toEqual([0.2, 0.4, 0.6, expect.closeTo(0.6 + 0.12 + 0.2, 9)]);
    expect(made.report.layerRows.map((r) => r.zMm).slice(0, 4)).toEqual(
      tops.map((z) => expect.closeTo(z, 6) as number),
    );
    const [x0, x1, y0, y1] = boxOf(...made.layers[0]!.region);
    expect([x0, x1, y0, y1].map((v) => Number(v.toFixed(2)))).toEqual([95, 125, 95, 125]);
    expect(made.layers).toHaveLength(laid(cube, quiet).layers.length + 3);
  });
  test('gets closer from layer to layer, and its top is closed', () => {
    const filled = [0, 1, 2].map(
      (k) =>
        volumeMm3(
          made,
          pieces(made, (i) => made.path.layer[i] === k),
        ) /
        (areaMm2(made.layers[k]!.region) * 0.2),
    );
    expect(filled[0]).toBeGreaterThan(0.4);
    expect(filled[0]).toBeLessThan(0.6);
    expect(filled[1]).toBeGreaterThan(filled[0]! + 0.1);
    expect(filled[2]).toBeGreaterThan(0.93);
  });
  test('is no part: what lies on it is a floor of the recipe’s lines, and its plastic is counted apart', () => {
    const floors = { ...raft, infillPercent: 0, solidFill: layAt(37), floorLayers: 3, topLayers: 0 };
    const solid = pieces(laid(cube, floors), () => true);
    const path = laid(cube, floors).path;
    const layers = new Set(solid.filter((i) => Math.abs(path.mmPerS[i]! - 37) < 0.02).map((i) => path.layer[i]!));
    expect([...layers].sort((a, b) => a - b)).toEqual([3, 4, 5]);
    const plain = laid(cube, quiet);
    expect(made.restMm3 - plain.restMm3).toBeGreaterThan(30 * 30 * 0.6 * 0.6);
    expect(made.partMm3 / plain.partMm3).toBeCloseTo(1, 1);
  });
  test('carries support too', () => {
    const table = meshOfSolids([
      { shape: 'box', x: 0, y: 0, w: 8, d: 8, fromMm: 0, toMm: 6 },
      { shape: 'box', x: 0, y: 0, w: 24, d: 24, fromMm: 6, toMm: 8 },
    ]);
    const under = laid(table, { ...raft, supportAngleDeg: 45 });
    expect(boxOf(...under.layers[0]!.region)[0]).toBeCloseTo(110 - 12 - 5, 1);
    expect(under.supports.slice(0, 3).every((s) => s.length === 0)).toBe(true);
    expect(areaMm2(under.supports[3]!)).toBeGreaterThan(24 * 24 - 10 * 10);
  });
});

describe('layers of several heights', () => {
  const ball = sphereMesh(10, 96, 10);
  const made = laid(ball, { ...quiet, cuspMm: 0.05, minimumLayerHeightMm: 0.08 });
  test('no edge stands out further than the cusp height, where layers may be thin enough', () => {
    expect(Math.min(...heightsOf(made))).toBeCloseTo(0.08, 6);
    expect(Math.max(...heightsOf(made).slice(1))).toBeCloseTo(0.2, 6);
    for (const { zMm, heightMm } of made.layers.slice(1)) {
      // the most level slope of a ball of 10 mm that the layer touches, as the vertical share of its normal
      const share = Math.max(Math.abs(zMm - 10), Math.abs(zMm - heightMm - 10)) / 10;
      // facets are up to two degrees more level
      if (heightMm > 0.0801) expect(heightMm * share).toBeLessThan(0.05 + 0.2 * Math.sin(Math.PI / 96) + 1e-6);
      expect(heightMm).toBeGreaterThanOrEqual(0.08 - 1e-9);
    }
  });
  test('every one is laid at its own height: what is laid is the volume of the ball', () => {
    const full = laid(ball, { ...quiet, cuspMm: 0.05, minimumLayerHeightMm: 0.08, infillPercent: 100 });
    expect(full.partMm3 / full.volumeMm3).toBeGreaterThan(0.97);
    expect(full.partMm3 / full.volumeMm3).toBeLessThan(1.02);
    const steps = full.report.layerRows.map((r, k, rows) => r.zMm - (rows[k - 1]?.zMm ?? 0));
    expect(steps).toEqual(heightsOf(full).map((h) => expect.closeTo(h, 5) as number));
  });
  test('upright sides and level tops ask for no thin layer', () =>
    expect(new Set(heightsOf(laid(cube, { ...quiet, cuspMm: 0.02 })))).toEqual(new Set([0.2])));
  test('a first layer has its height, and a layer whose middle lies above the part is none', () =>
    expect(layerHeights(1, 0.3, (from) => (from > 0.5 ? 0.1 : 0.2)).map((l) => l.zMm)).toEqual([
      0.3, 0.5, 0.7, 0.8, 0.9, 1,
    ]));
});

describe('the air between support and part', () => {
  const table = meshOfSolids([
    { shape: 'box', x: 0, y: 0, w: 8, d: 8, fromMm: 0, toMm: 6 },
    { shape: 'box', x: 0, y: 0, w: 24, d: 24, fromMm: 6, toMm: 8 },
  ]);
  test.each([
    [0, 6],
    [0.2, 5.8],
    [0.3, 5.6],
    [0.6, 5.4],
  ])('%f mm is never less, and at most a layer more', (supportGapZMm, highest) => {
    const made = laid(table, { ...quiet, supportAngleDeg: 45, supportGapZMm });
    expect(made.layers[made.supports.findLastIndex((s) => s.length > 0)]!.zMm).toBeCloseTo(highest, 6);
  });
});

describe('boxes in which a person wants support, or none', () => {
  /** A ledge to the right and one to the left of a post. */
  const post = meshOfSolids([
    { shape: 'box', x: 0, y: 0, w: 6, d: 10, fromMm: 0, toMm: 8 },
    { shape: 'box', x: 0, y: 0, w: 30, d: 10, fromMm: 8, toMm: 10 },
  ]);
  const right: SupportBox = { kind: 'never', minMm: [112, 100, 0], maxMm: [130, 120, 12] };
  const supported = (boxes: readonly SupportBox[], supportAngleDeg: number | null = 45): [boolean, boolean] => {
    const { supports } = laid(post, { ...quiet, supportAngleDeg }, { boxes });
    const at = (x: number): boolean => supports.some((s) => contains(s, x, 110));
    return [at(100), at(120)];
  };
  test('never: nothing is built there, and everything else as before', () => {
    expect(supported([])).toEqual([true, true]);
    expect(supported([right])).toEqual([true, false]);
  });
  test('always: it is built there, though nothing else has support', () => {
    expect(supported([], null)).toEqual([false, false]);
    expect(supported([{ ...right, kind: 'always' }], null)).toEqual([false, true]);
  });
  test('a box below the ledge has nothing to support in it, and keeps columns out of its height', () => {
    const low: SupportBox = { ...right, maxMm: [130, 120, 4] };
    expect(supported([{ ...low, kind: 'always' }], null)).toEqual([false, false]);
    const { supports } = laid(post, { ...quiet, supportAngleDeg: 45 }, { boxes: [low] });
    expect([supports[5]!, supports[30]!].map((s) => contains(s, 120, 110))).toEqual([false, true]);
  });
});

describe('a column beside small layers', () => {
  // prettier-ignore
  const spike = turnedMesh([[10, 0], [10, 4], [1.5, 12], [1.5, 16], [10, 20], [10, 22]], 48);
  const wanted = { skirtLoops: 0, minimumLayerTimeS: 5, columnMm: 7 };
  const made = laid(spike, wanted);
  const beside = pieces(made, (i) => made.path.y0[i]! > 110 + 10 + 1);
  test('stands from the plate up to the last layer that is too short, and no further', () => {
    const layers = [...new Set(beside.map((i) => made.path.layer[i]!))];
    const top = made.layers[Math.max(...layers)]!.zMm;
    expect(layers).toHaveLength(Math.max(...layers) + 1);
    expect(top).toBeGreaterThan(15);
    expect(top).toBeLessThan(20);
    expect(made.restMm3).toBeCloseTo(volumeMm3(made, beside), 0);
  });
  test('gives the layer its time without standing still', () => {
    const dwells = ({ lines }: Laid): number => lines.filter((l) => l.startsWith('G4')).length;
    expect(dwells(laid(spike, { ...wanted, columnMm: 0, minimumLayerTimeS: 14 }))).toBeGreaterThan(20);
    expect(dwells(laid(spike, { ...wanted, columnMm: 20, minimumLayerTimeS: 14 }))).toBe(0);
    for (const row of made.report.layerRows.slice(62, 78)) expect(row.timeS).toBeGreaterThan(5 * 0.97);
  });
  test('none stands where no layer is too short, and one without room is refused with its size', () => {
    const slow = boxMesh([0, 0, 0], [40, 40, 2]);
    expect(laid(slow, { ...wanted, minimumLayerTimeS: 1 }).restMm3).toBe(0);
    const zonesMm = [
      [0, 0, 99, 125],
      [0, 0, 125, 99],
    ] as const;
    expect(() => laid(spike, wanted, { plateMm: [125, 125], zonesMm })).toThrow('The column of 7 × 7 mm has no room');
  });
});

describe('bodies of several materials', () => {
  const lower = placed(boxMesh([0, 0, 0], [20, 20, 4]), asDrawn(110, 110));
  const inlay = { ...boxMesh([104, 104, 2], [116, 116, 6]) };
  const soft = { ...plainLay, ...quiet, visibleWall: layAt(33), nozzleC: 230, nozzleFirstC: 230, walls: 2 };
  const plate = {
    others: [{ tool: 1, roles: ['body2'] as const, lay: { ...soft, solidFill: layAt(31), topSurface: layAt(31) } }],
    plateMm: [220, 220] as const,
  };
  const made = laidGroups(
    [
      [
        { mesh: lower, role: 'body' },
        { mesh: inlay, role: 'body2' },
      ],
    ],
    { ...quiet, infillPercent: 100, purgeMm3: 20 },
    plate,
  );
  const ofPart = (i: number): boolean => made.path.y0[i]! < 121;
  test('each is laid by its head; where they are sunk into each other, the first has the place', () => {
    const byHead = (head: number): number[] => pieces(made, (i) => made.path.head[i] === head && ofPart(i));
    // the inlay is laid from where the first body ends
    expect(Math.min(...byHead(1).map((i) => made.path.layer[i]!))).toBe(20);
    expect(volumeMm3(made, byHead(0)) / (20 * 20 * 4)).toBeCloseTo(1, 1);
    expect(volumeMm3(made, byHead(1)) / (12 * 12 * 2)).toBeCloseTo(1, 1);
    const speeds = new Set(byHead(1).map((i) => Math.round(made.path.mmPerS[i]!)));
    expect(speeds.has(33)).toBe(true);
    expect(speeds.has(40)).toBe(false);
  });
  test('what the other body covers is no top', () => {
    const tops = laidGroups(
      [
        [
          { mesh: lower, role: 'body' },
          { mesh: inlay, role: 'body2' },
        ],
      ],
      { ...quiet, topSurface: layAt(23) },
      plate,
    );
    const top = pieces(tops, (i) => Math.abs(tops.path.mmPerS[i]! - 23) < 0.02);
    expect(volumeMm3(tops, top)).toBeGreaterThan(0);
    expect(top.every((i) => Math.abs(tops.path.x0[i]! - 110) > 5 || Math.abs(tops.path.y0[i]! - 110) > 5)).toBe(true);
  });
  test('side by side they meet at their border, and no line crosses it', () => {
    const [a, b] = [boxMesh([100, 100, 0], [110, 120, 2]), boxMesh([110, 100, 0], [120, 120, 2])];
    const beside = laidGroups(
      [
        [
          { mesh: a, role: 'body' },
          { mesh: b, role: 'body2' },
        ],
      ],
      { ...quiet, infillPercent: 100 },
      plate,
    );
    for (const i of pieces(beside, () => true)) {
      const isSecond = beside.path.head[i] === 1;
      for (const x of [beside.path.x0[i]!, beside.path.x1[i]!])
        if (isSecond) expect(x).toBeGreaterThan(110);
        else expect(x).toBeLessThan(110);
    }
  });
});

describe('parts one after another', () => {
  const [low, high] = [boxMesh([60, 100, 0], [72, 112, 4]), boxMesh([140, 100, 0], [152, 112, 8])];
  const made = laidGroups([[{ mesh: low, role: 'body' }], [{ mesh: high, role: 'body' }]], {
    minimumLayerTimeS: 0,
    nozzleFirstC: 215,
  });
  test('the second begins on the plate when the first is done', () => {
    const part = (i: number): number => (made.path.x0[i]! < 110 ? 0 : 1);
    const order = pieces(made, () => true).map(part);
    expect(order).toEqual([...order].sort((a, b) => a - b));
    const tops = [0, 1].map((p) =>
      Math.max(...pieces(made, (i) => part(i) === p).map((i) => made.path.layerZMm[made.path.layer[i]!]!)),
    );
    expect(tops).toEqual([expect.closeTo(4, 6), expect.closeTo(8, 6)]);
    expect(made.report.backDown).toMatchObject({
      zMm: expect.closeTo(0.2, 6) as number,
      besideMm: expect.closeTo(4, 6) as number,
    });
  });
  test('the nozzle goes there above what stands, and comes down where the second begins', () => {
    // the first way to the right of the middle
    const over = made.lines.findIndex((l) => Number(/^G0 .*X([\d.]+)/.exec(l)?.[1]) > 110);
    const heightOf = (l: string | undefined): number => Number(/ Z([\d.]+)/.exec(l ?? '')?.[1]);
    const isHeight = (l: string): boolean => / Z/.test(l);
    expect(heightOf(made.lines.slice(0, over).findLast(isHeight))).toBeCloseTo(4 + 2, 6);
    expect(heightOf(made.lines.slice(over).find(isHeight))).toBeCloseTo(0.2, 6);
    // between the last line of the first and there no filament but what is drawn back
    const between = made.lines.slice(made.lines.slice(0, over).findLastIndex((l) => /^G1 .*X.* E/.test(l)) + 1, over);
    expect(between.filter((l) => / E[\d.]/.test(l))).toEqual([]);
  });
  test('begins as the first did: its first layer’s temperature, waited for, without fan', () => {
    expect(made.lines.filter((l) => l === 'M109 S215')).toHaveLength(2);
    expect(made.lines.filter((l) => l === 'M107').length).toBeGreaterThanOrEqual(2);
    expect(made.lines.filter((l) => l === 'G28')).toHaveLength(1);
  });
  test('is as much plastic as layer by layer', () => {
    const together = laid(joined([low, high]), { minimumLayerTimeS: 0 });
    expect(made.partMm3 / together.partMm3).toBeCloseTo(1, 3);
    expect(made.layers).toHaveLength(together.layers.length);
  });
  test('is refused with several heads', () => {
    const refused = generateToolpath([[], []], plainLay, {
      ...plainPlate,
      others: [{ tool: 1, roles: ['support'], lay: plainLay }],
    });
    expect(refused.ok ? '' : refused.failure.what).toBe('Parts are laid one after another by one head only');
  });
});
