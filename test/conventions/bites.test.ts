import { describe, expect, test } from 'vitest';
import { catalogue, type SettingKey } from '../../src/areas/library/settings/catalogue.ts';
import { maySetInRecipe, type Values } from '../../src/areas/library/settings/define.ts';
import { accelerationKey, lineKinds, speedKey, widthKey } from '../../src/areas/library/settings/lineKinds.ts';
import { notAppliedOf } from '../../src/areas/rules/applied.ts';
import { meshLayOf } from '../../src/areas/rules/meshLay.ts';
import { effectiveFixture, roleFixture } from '../../src/areas/rules/fixture.ts';
import { beadWidthMm } from '../../src/core/toolpath/bead.ts';
import { joined, type Mesh } from '../../src/core/mesh/mesh.ts';
import { meshOfSolids } from '../../src/core/mesh/solid.ts';
import { boxMesh, sphereMesh, turnedMesh } from '../../src/core/mesh/solids.ts';
import { boxOf } from '../../src/core/geometry/clip.ts';
import { laid, type Laid } from '../meshes/laid.ts';
import { everyLineKind } from '../meshes/solids.ts';
import { bareValues as base } from '../meshes/toolpathSettings.ts';

const generate = (values: Values, solid = everyLineKind(), hasSecondHead = false): Laid => {
  const lay = meshLayOf(effectiveFixture({ ...base, ...values }), 'made up')!;
  if (!hasSecondHead) return laid(solid, lay);
  const others = [{ tool: 1, roles: ['support', 'supportContact'] as const, lay }];
  return laid(solid, lay, { bodyTool: 0, others, plateMm: [220, 220], zonesMm: [] });
};

/** What a program of a value must show: the figure itself, or how it changes from one value to the other. */
interface Bite {
  readonly values: readonly [number | string | boolean, number | string | boolean];
  readonly with?: Values;
  readonly of: (made: Laid) => number;
  readonly is?: 'value' | 'ratio' | 'difference' | 'more' | 'other';
  readonly times?: number;
  readonly within?: number;
  /** Support is laid by a second head. */
  readonly hasSecondHead?: boolean;
  readonly solid?: Mesh;
}
/** A speed that no other kind of line has. */
const OWN = 37;
const figure = ({ lines }: Laid, line: RegExp): number => Number(line.exec(lines.find((l) => line.test(l)) ?? '')?.[1]);
const lengthAt = ({ path }: Laid, mmPerS: number): number => {
  let sum = 0;
  for (let i = 0; i < path.count; i++)
    if (path.extruded[i] === 1 && Math.abs(path.mmPerS[i]! - mmPerS) < 0.02)
      sum += Math.hypot(path.x1[i]! - path.x0[i]!, path.y1[i]! - path.y0[i]!);
  return sum;
};
/** Lines at the speed that no other kind has. */
const atOwn = ({ path }: Laid): number[] =>
  Array.from({ length: path.count }, (_, i) => i).filter(
    (i) => path.extruded[i] === 1 && Math.abs(path.mmPerS[i]! - OWN) < 0.02,
  );
const plate = boxMesh([0, 0, 0], [20, 20, 4]);
const ring = meshOfSolids([
  { shape: 'disc', x: 0, y: 0, w: 30, d: 30, fromMm: 0, toMm: 3 },
  { shape: 'disc', x: 0, y: 0, w: 16, d: 16, fromMm: 0, toMm: 3, isCut: true },
]);
/** Of a plate without infill, what lies within the walls is its floor and its top. */
const hollowPlate = {
  solid: plate,
  with: { infillPercent: 0, solidFillSpeedMmPerS: OWN, topSurfaceSpeedMmPerS: OWN, firstLayerSpeedMmPerS: OWN },
} as const;
const solidLayersIn = (m: Laid, from: number, to: number): number =>
  new Set(
    atOwn(m)
      .map((i) => m.path.layer[i]!)
      .filter((layer) => layer >= from && layer < to),
  ).size;
/** In how many ways these lines lie. */
const waysAtOwn = (m: Laid): number =>
  new Set(atOwn(m).map((i) => (m.path.x1[i]! - m.path.x0[i]!) * (m.path.y1[i]! - m.path.y0[i]!) > 0)).size;
const travelMm = ({ path }: Laid): number => {
  let sum = 0;
  for (let i = 0; i < path.count; i++)
    if (path.extruded[i] !== 1) sum += Math.hypot(path.x1[i]! - path.x0[i]!, path.y1[i]! - path.y0[i]!);
  return sum;
};
const firstLayerLeft = ({ report }: Laid): number => report.layerRows[0]!.minX;

/** Values that bound others: no line of a program holds them, rules hold the program against them. */
const boundsOnly: ReadonlySet<SettingKey> = new Set<SettingKey>([
  'highestFlowMm3PerS',
  'highestWallSpeedMmPerS',
  'lowestLayerTimeS',
  'steepestOverhangDeg',
  'longestBridgeMm',
  'dryingC',
]);
const ofSecondHead = { with: { supportAngleDeg: 45 }, hasSecondHead: true } as const;
/** Where the second head begins to lay on a layer in the middle of the support, along an axis. */
const leastOfSecond = ({ path }: Laid, axis: 'x0' | 'y0'): number => {
  let least = Infinity;
  for (let i = 0; i < path.count; i++)
    if (path.extruded[i] === 1 && path.head[i] === 1 && path.layer[i] === 10) least = Math.min(least, path[axis][i]!);
  return least;
};

const bites: Readonly<Partial<Record<SettingKey, Bite>>> = {
  nozzleFirstC: { values: [245, 252], of: (m) => figure(m, /^M109 S(\d+)/) },
  nozzleC: { values: [241, 249], with: { nozzleFirstC: 255 }, of: (m) => figure(m, /^M104 S(\d+)/) },
  bedC: { values: [90, 101], of: (m) => figure(m, /^M190 S(\d+)/) },
  chamberC: { values: [40, 55], of: (m) => figure(m, /^M191 S(\d+)/) },
  fanPercent: { values: [20, 60], of: (m) => m.report.fanMaxPercent, within: 0.2 },
  flow: { values: [0.95, 1.05], of: (m) => m.report.filamentMm, is: 'ratio' },
  retractionMm: { values: [0.8, 2.2], of: (m) => m.report.longestRetractionMm },
  retractionMmPerS: { values: [22, 41], of: (m) => m.report.fastestRetractionMmPerS },
  liftMm: { values: [2.5, 3.5], of: (m) => m.report.reachedMm!.max[2]!, is: 'difference' },
  refillMm: { values: [0.04, 0.2], with: { retractionMm: 1 }, of: (m) => figure(m, /^G1 E(1\.\d+)/), is: 'difference' },
  pressureS: { values: [0.02, 0.055], of: (m) => figure(m, /^M4100 S([\d.]+)/) },
  scaleXPercent: { values: [99, 102], of: (m) => m.report.outerMm![0], is: 'ratio', within: 0.01 / 36 },
  scaleYPercent: { values: [99, 102], of: (m) => m.report.outerMm![1], is: 'ratio', within: 0.01 / 16 },
  scaleZPercent: { values: [100, 104], of: (m) => m.report.outerMm![2], is: 'difference', times: 0.13, within: 0.1 },
  contourOffsetMm: { values: [-0.1, 0.15], of: (m) => m.report.outerMm![0], is: 'difference', times: 2, within: 0.01 },
  zOffsetMm: { values: [-0.05, 0.1], of: (m) => m.report.layerRows[3]!.zMm, is: 'difference' },
  accelerationMmPerS2: { values: [700, 1900], of: (m) => figure(m, /^M204 P(\d+)/) },
  layerHeightMm: { values: [0.12, 0.24], of: ({ report: { layerRows: r } }) => r[8]!.zMm - r[7]!.zMm },
  firstLayerHeightMm: { values: [0.16, 0.3], of: (m) => m.report.layerRows[0]!.zMm },
  lineWidthMm: {
    values: [0.42, 0.56],
    with: { visibleWallSpeedMmPerS: OWN, hiddenWallSpeedMmPerS: 50, topSurfaceSpeedMmPerS: 50 },
    of: (m) => widthAt(m, OWN),
    within: 0.01,
  },
  heightChanges: {
    values: ['3 mm: nozzle 233', '3 mm: nozzle 244'],
    of: (m) => figure(m, /^M104 S(233|244)/),
    is: 'other',
  },
  cuspMm: {
    values: [0, 0.05],
    solid: sphereMesh(8, 48, 8),
    of: ({ layers }) => layers.length,
    is: 'other',
  },
  minimumLayerHeightMm: {
    values: [0.06, 0.12],
    with: { cuspMm: 0.02 },
    solid: sphereMesh(8, 48, 8),
    of: ({ report: { layerRows: r } }) => Math.min(...r.slice(1).map((l, i) => l.zMm - r[i]!.zMm)),
  },
  lowestSpeedMmPerS: {
    values: [8, 15],
    with: { minimumLayerTimeS: 200 },
    of: ({ path }) => {
      let least = Infinity;
      for (let i = 0; i < path.count; i++)
        if (path.extruded[i] === 1 && path.layer[i] === 12) least = Math.min(least, path.mmPerS[i]!);
      return least;
    },
    within: 0.02,
  },
  columnMm: {
    values: [6, 12],
    with: { minimumLayerTimeS: 200 },
    of: (m) => m.restMm3,
    is: 'ratio',
    within: 0.15,
  },
  raftLayers: { values: [2, 4], of: ({ report: { layerRows: r } }) => r.length, is: 'difference' },
  raftReachMm: {
    values: [3, 8],
    with: { raftLayers: 2 },
    of: (m) => boxOf(...m.layers[0]!.region)[0],
    is: 'difference',
    times: -1,
    within: 0.01,
  },
  raftGapMm: {
    values: [0.1, 0.25],
    with: { raftLayers: 2 },
    of: ({ report: { layerRows: r } }) => r[2]!.zMm - r[1]!.zMm,
    is: 'difference',
  },
  walls: {
    values: [3, 5],
    with: { hiddenWallSpeedMmPerS: OWN, fillSpeedMmPerS: 60 },
    of: (m) => lengthAt(m, OWN),
    is: 'more',
  },
  infillPercent: {
    values: [15, 30],
    with: { fillSpeedMmPerS: OWN, solidFillSpeedMmPerS: 60 },
    of: (m) => lengthAt(m, OWN),
    is: 'ratio',
    within: 0.15,
  },
  infillPattern: { values: ['lines', 'gyroid'], of: (m) => m.lines.length, is: 'other' },
  solidLayers: { values: [2, 6], with: { solidFillSpeedMmPerS: OWN }, of: (m) => lengthAt(m, OWN), is: 'more' },
  topLayers: { ...hollowPlate, values: [3, 6], of: (m) => solidLayersIn(m, 10, 20) },
  floorLayers: { ...hollowPlate, values: [3, 6], of: (m) => solidLayersIn(m, 0, 10) },
  topDirection: {
    values: ['crossed', 'alike'],
    solid: plate,
    with: { infillPercent: 100, solidFillSpeedMmPerS: OWN },
    of: waysAtOwn,
    is: 'other',
  },
  seam: { values: ['back', 'nearest'], of: travelMm, is: 'other' },
  fillOverlapPercent: {
    values: [0, 50],
    solid: plate,
    with: { infillPercent: 100, fillWidthMm: 0.5, solidFillSpeedMmPerS: OWN },
    of: (m) => Math.max(...atOwn(m).map((i) => m.path.x1[i]!)),
    is: 'difference',
    times: 0.5 / 100,
    within: 0.01,
  },
  solidBelowMm2: {
    values: [50, 500],
    solid: plate,
    with: { infillPercent: 10, solidFillSpeedMmPerS: OWN, fillSpeedMmPerS: 60 },
    of: (m) => lengthAt(m, OWN),
    is: 'more',
  },
  travelSpeedMmPerS: { values: [90, 170], of: (m) => figure(m, /^G0 X.* F(\d+)/), times: 60 },
  minimumLayerTimeS: { values: [12, 18], of: (m) => m.report.layerRows.at(-4)!.timeS, within: 0.03 * 18 },
  // a funnel that leans by 60°
  supportAngleDeg: {
    values: [80, 40],
    solid: turnedMesh([[4, 0], [16, 7], [16, 9]], 48), // prettier-ignore
    of: (m) => m.restMm3,
    is: 'more',
  },
  supportGapZMm: {
    values: [0.2, 0.6],
    with: { supportAngleDeg: 45 },
    of: (m) => m.supports.findLastIndex((s) => s.length > 0) * 0.2,
    is: 'difference',
    times: -1,
    within: 0.01,
  },
  supportGapXYMm: {
    values: [0.3, 1.3],
    with: { supportAngleDeg: 45 },
    of: (m) => boxOf(...m.supports[10]!)[0],
    is: 'difference',
    within: 0.01,
  },
  supportPercent: {
    values: [10, 20],
    with: { supportAngleDeg: 45, supportSpeedMmPerS: OWN },
    of: (m) => lengthAt(m, OWN),
    is: 'ratio',
    within: 0.1,
  },
  contactPercent: {
    values: [30, 60],
    with: { supportAngleDeg: 45, supportContactSpeedMmPerS: OWN },
    of: (m) => lengthAt(m, OWN),
    is: 'ratio',
    within: 0.15,
  },
  contactLayers: {
    values: [1, 3],
    with: { supportAngleDeg: 45, supportContactSpeedMmPerS: OWN },
    of: (m) => new Set(atOwn(m).map((i) => m.path.layer[i]!)).size,
  },
  supportOnPlateOnly: {
    values: [false, true],
    solid: joined([
      boxMesh([0, 0, 0], [40, 30, 2]),
      boxMesh([16, 11, 2], [24, 19, 6]),
      boxMesh([5, 5, 6], [35, 25, 8]),
    ]),
    with: { supportAngleDeg: 45 },
    of: (m) => m.supports.filter((s) => s.length > 0).length,
    is: 'other',
  },
  headOffsetXMm: { values: [-0.3, 0.4], ...ofSecondHead, of: (m) => leastOfSecond(m, 'x0'), is: 'difference' },
  headOffsetYMm: { values: [-0.3, 0.4], ...ofSecondHead, of: (m) => leastOfSecond(m, 'y0'), is: 'difference' },
  standbyC: { values: [150, 175], ...ofSecondHead, of: (m) => figure(m, /^M104 T0 S(\d+)/) },
  purgeMm3: {
    values: [30, 60],
    with: { supportAngleDeg: 45, solidFillSpeedMmPerS: OWN, fillSpeedMmPerS: 60, firstLayerSpeedMmPerS: 20 },
    hasSecondHead: true,
    // what the second head lays at the speed of solid fill is the tower alone
    of: ({ path }) => {
      let mm3 = 0;
      for (let i = 0; i < path.count; i++)
        if (path.head[i] === 1 && path.layer[i] === 10 && Math.abs(path.mmPerS[i]! - OWN) < 0.02)
          mm3 += path.areaMm2[i]! * Math.hypot(path.x1[i]! - path.x0[i]!, path.y1[i]! - path.y0[i]!);
      return mm3;
    },
    is: 'ratio',
    within: 0.1,
  },
  purgeInto: {
    values: ['tower', 'infill'],
    with: { supportAngleDeg: 45, purgeMm3: 2 },
    hasSecondHead: true,
    of: (m) => m.purgeMm3,
    is: 'other',
  },
  brimMm: { values: [2, 6], of: firstLayerLeft, is: 'difference', times: -1, within: 0.5 },
  brimGapMm: { values: [0, 1], with: { brimMm: 3 }, of: firstLayerLeft, is: 'difference', times: -1, within: 0.01 },
  brimSides: { values: ['outside', 'both'], solid: ring, with: { brimMm: 3 }, of: (m) => m.restMm3, is: 'other' },
  skirtLeastMm: { values: [10, 60], with: { skirtLoops: 1 }, of: (m) => m.restMm3, is: 'more' },
  draughtScreenMm: {
    values: [2, 6],
    with: { skirtLoops: 1 },
    of: (m) => m.report.layerRows.filter((l) => l.minX < m.report.layerRows.at(-1)!.minX - 5).length * 0.2,
    within: 0.01,
  },
  skirtLoops: { values: [1, 4], of: firstLayerLeft, is: 'difference', times: -0.4, within: 0.1 },
  skirtGapMm: {
    values: [3, 8],
    with: { skirtLoops: 1 },
    of: firstLayerLeft,
    is: 'difference',
    times: -1,
    within: 0.01,
  },
};
function widthAt({ path }: Laid, mmPerS: number): number {
  const widths: number[] = [];
  for (let i = 0; i < path.count; i++)
    if (
      path.extruded[i] === 1 &&
      Math.abs(path.mmPerS[i]! - mmPerS) < 0.02 &&
      Math.hypot(path.x1[i]! - path.x0[i]!, path.y1[i]! - path.y0[i]!) > 0.3
    )
      widths.push(beadWidthMm(path.areaMm2[i]!, 0.2));
  return widths.sort((a, b) => a - b)[widths.length >> 1] ?? NaN;
}

describe('every value of a recipe that a program can hold is in the program', () => {
  const cells = new Set<string>(lineKinds.flatMap((k) => [widthKey(k), speedKey(k), accelerationKey(k)]));
  const settings = catalogue.filter((s) => s.technology !== 'resin' && maySetInRecipe(s));
  test('each has a row here, bounds others, or is a cell of the table of line kinds', () =>
    expect(
      settings.map((s) => s.key as SettingKey).filter((k) => !(k in bites) && !boundsOnly.has(k) && !cells.has(k)),
    ).toEqual([]));

  test.each(Object.entries(bites))(
    '%s',
    (key, { values: [a, b], with: also, solid, hasSecondHead, of, is = 'value', times = 1, within = 1e-3 }) => {
      const [first, second] = [a, b].map((v) => of(generate({ ...also, [key]: v }, solid, hasSecondHead))) as [
        number,
        number,
      ];
      if (is === 'value') {
        expect(Math.abs(first - Number(a) * times)).toBeLessThanOrEqual(within);
        expect(Math.abs(second - Number(b) * times)).toBeLessThanOrEqual(within);
      } else if (is === 'ratio')
        expect(Math.abs(second / first / (Number(b) / Number(a)) - 1)).toBeLessThanOrEqual(within);
      else if (is === 'difference')
        expect(Math.abs(second - first - (Number(b) - Number(a)) * times)).toBeLessThanOrEqual(within);
      else if (is === 'more') expect(second).toBeGreaterThan(first * 1.2);
      else expect(second).not.toBe(first);
      expect(
        notAppliedOf(effectiveFixture({ ...base, ...also, [key]: a }), [roleFixture], [], {
          count: 1,
          others: [],
          bodyTool: 0,
        }),
      ).toEqual([]);
    },
  );

  test.each(lineKinds.map((k) => [k.key, k] as const))('width, speed and acceleration of %s', (key, kind) => {
    const supported: Values = key.startsWith('support') ? { supportAngleDeg: 45 } : {};
    const own = { [speedKey(kind)]: OWN, [widthKey(kind)]: 0.57, [accelerationKey(kind)]: 1111 };
    const others = lineKinds.filter((k) => k !== kind).map((k) => [speedKey(k), 61] as const);
    // a wall of one line is as wide as it is drawn
    const made = generate(
      { ...supported, ...Object.fromEntries(others), ...own },
      key === 'remainder' ? boxMesh([0, 0, 0], [30, 0.6, 4]) : undefined,
    );
    expect(lengthAt(made, OWN)).toBeGreaterThan(5);
    if (key !== 'remainder') expect(widthAt(made, OWN)).toBeCloseTo(0.57, 2);
    expect(made.lines).toContain('M204 P1111');
  });
});
