import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { laid, pieces, volumeMm3, type Laid } from '../../../test/meshes/laid.ts';
import { layAt, plainLay } from '../../../test/meshes/toolpathSettings.ts';
import { meshOfSolids } from '../mesh/solid.ts';
import { beadAreaMm2, beadSpacingMm, filamentAreaMm2 } from './bead.ts';
import type { Heads } from './heads.ts';
import { fillLines } from './infill.ts';
import { placeTower } from './purgeTower.ts';
import type { MeshToolpathSettings } from './settings.ts';

/** A table on one leg: its top hangs out on all sides. */
const table = meshOfSolids([
  { shape: 'box', x: 0, y: 0, w: 12, d: 12, fromMm: 0, toMm: 6 },
  { shape: 'box', x: 0, y: 0, w: 28, d: 28, fromMm: 6, toMm: 8 },
]);
const PURGE_MM3 = 24;
const body: Partial<MeshToolpathSettings> = {
  supportAngleDeg: 50,
  nozzleC: 240,
  nozzleFirstC: 245,
  standbyC: 180,
  purgeMm3: PURGE_MM3,
  minimumLayerTimeS: 0,
  headOffsetMm: [0.24, -0.11],
};
const soluble: MeshToolpathSettings = {
  ...plainLay,
  ...body,
  nozzleC: 208,
  nozzleFirstC: 212,
  standbyC: 150,
  fanPercent: 90,
  flow: 0.94,
  filamentDiameterMm: 1.7,
  retractionMm: 3,
  refillMm: 0.1,
  support: layAt(33),
  supportContact: layAt(27),
  solidFill: layAt(31),
};
const heads = (lay: MeshToolpathSettings = soluble): Heads => ({
  bodyTool: 0,
  others: [{ tool: 1, roles: ['support', 'supportContact'], lay }],
  plateMm: [220, 220],
  zonesMm: [],
});
const made = laid(table, body, heads());
const speedsOf = (of: Laid, head: number): number[] => [
  ...new Set(pieces(of, (i) => of.path.head[i] === head).map((i) => Math.round(of.path.mmPerS[i]!))),
];
describe('a part and its support by two heads', () => {
  test('each kind of line is laid by its head, at the speeds of that head’s recipe', () => {
    expect(speedsOf(made, 1).sort((a, b) => a - b)).toEqual([20, 27, 31, 33]); // the tower on the first layer, contact, tower, columns
    expect(speedsOf(made, 0)).not.toContain(33);
    expect(speedsOf(made, 0)).not.toContain(27);
  });
  test('at its own temperatures, waited for, standing by while the other works', () => {
    const [first, second] = made.report.heads!;
    expect([first!.nozzleMinExtrudingC, first!.nozzleMaxExtrudingC]).toEqual([240, 245]);
    expect([second!.nozzleMinExtrudingC, second!.nozzleMaxExtrudingC]).toEqual([208, 212]);
    expect(made.report.coldExtrusionLine).toBe(0);
    expect(made.lines).toContain('M104 T0 S180');
    expect(made.lines).toContain('M104 T1 S150');
    expect([first!.nozzleAtEndC, second!.nozzleAtEndC]).toEqual([0, 0]);
  });
  test('with its own fan, retraction and refill', () => {
    const [first, second] = made.report.heads!;
    expect([first!.longestRetractionMm, second!.longestRetractionMm]).toEqual([1, 3]);
    expect(made.lines).toContain(`M106 S${Math.round(90 * 2.55)}`);
    expect(made.lines.some((l) => l.startsWith('G1 E3.1 '))).toBe(true);
  });
  test('the head offset moves everything the second head lays, and nothing else', () => {
    const still = laid(table, { ...body, headOffsetMm: [0, 0] }, heads());
    const [a, b] = [made, still].map((m) => pieces(m, () => true)) as [number[], number[]];
    expect(a).toHaveLength(b.length);
    for (const [n, i] of a.entries()) {
      const k = b[n]!;
      const isSecond = made.path.head[i] === 1;
      expect(made.path.x0[i]! - still.path.x0[k]!).toBeCloseTo(isSecond ? 0.24 : 0, 3);
      expect(made.path.y0[i]! - still.path.y0[k]!).toBeCloseTo(isSecond ? -0.11 : 0, 3);
    }
  });
  test('the heads change once a layer, and what a change purges is laid in the tower at every one', () => {
    const changes = made.lines.filter((l) => /^T\d$/.test(l)).length;
    const withBoth = made.supports.filter((s) => s.length > 0).length;
    // once at the start, once a layer, and back when the support ends, a layer below the top
    expect([withBoth, changes]).toEqual([29, 31]);
    const outside = (i: number): boolean => made.path.y0[i]! > 110 + 14 + 2;
    for (let layer = 1; layer < withBoth; layer++) {
      const tower = pieces(made, (i) => made.path.layer[i] === layer && outside(i));
      expect(new Set(tower.map((i) => made.path.head[i])).size).toBe(1);
      const flow = made.path.head[tower[0]!] === 1 ? 0.94 : 1;
      expect(volumeMm3(made, tower) / flow).toBeGreaterThan(PURGE_MM3);
      expect(volumeMm3(made, tower) / flow).toBeLessThan(PURGE_MM3 * 1.6);
    }
    // nothing of it stands above the last change, which is back to the part alone
    const last = pieces(made, outside).map((i) => made.path.layer[i]!);
    expect(Math.max(...last)).toBe(withBoth);
    // told apart from support and skirt
    const towerMm3 = volumeMm3(made, pieces(made, outside));
    expect(made.purgeMm3 / towerMm3).toBeGreaterThan(0.9);
    expect(made.purgeMm3).toBeLessThan(made.restMm3 * 0.6);
  });
  test('purged into infill, what comes out first lies where nobody sees it, and a tower stands only where that is too little', () => {
    const wide = meshOfSolids([
      { shape: 'box', x: 0, y: 0, w: 40, d: 40, fromMm: 0, toMm: 6 },
      { shape: 'box', x: 0, y: 0, w: 60, d: 60, fromMm: 6, toMm: 8 },
    ]);
    const inside = (purgeMm3: number): Laid =>
      laid(wide, { ...body, purgeMm3, purgeInto: 'infill', fill: layAt(61) }, heads({ ...soluble, purgeMm3 }));
    const little = inside(12);
    const { path } = little;
    const isBeside = (i: number): boolean => path.y0[i]! > 110 + 30 + 1;
    const isHidden = (i: number): boolean => [61, 33].some((v) => Math.abs(path.mmPerS[i]! - v) < 0.05);
    const laidAll = pieces(little, () => true);
    let hidden = 0;
    for (const [n, i] of laidAll.entries()) {
      if (n === 0 || path.head[i] === path.head[laidAll[n - 1]!] || isBeside(i)) continue;
      // after a change that is not purged beside the part: everything up to the first line that is seen
      const seen = laidAll.findIndex((k, at) => at >= n && !isHidden(k));
      const flow = path.head[i] === 1 ? 0.94 : 1;
      expect(volumeMm3(little, laidAll.slice(n, seen)) / flow, `layer ${path.layer[i]}`).toBeGreaterThanOrEqual(12);
      hidden++;
    }
    expect(hidden).toBeGreaterThan(15);
    // floors and tops are solid all through and hide nothing: there the tower has it
    const towerLayers = new Set(laidAll.filter(isBeside).map((i) => path.layer[i]!));
    expect(little.purgeMm3).toBeLessThan(
      laid(wide, { ...body, purgeMm3: 12 }, heads({ ...soluble, purgeMm3: 12 })).purgeMm3 * 0.7,
    );
    expect(towerLayers.size).toBeGreaterThan(0);
    // more than any layer hides goes into the tower, all of it
    const much = inside(400);
    expect(much.purgeMm3).toBeGreaterThan(400 * 20);
  });
  test('a draught screen stands round the tower too, and a brim round the foot alone', () => {
    const screened = laid(table, { ...body, draughtScreenMm: 8, skirtGapMm: 3, hiddenWall: layAt(23) }, heads());
    const inLayer = (of: Laid, layer: number): number[] => pieces(of, (i) => of.path.layer[i] === layer);
    const upTo = (of: Laid, which: readonly number[]): number => Math.max(...which.map((i) => of.path.y1[i]!));
    // in the middle of the support the tower reaches furthest back: the screen lies beyond it
    const screen = inLayer(screened, 10).filter((i) => Math.abs(screened.path.mmPerS[i]! - 23) < 0.02);
    expect(upTo(screened, screen) - upTo(made, inLayer(made, 10))).toBeCloseTo(3, 0);
    // a brim is laid at the foot: the top of the table, four times as wide, is no concern of it
    const rimmed = laid(table, { brimMm: 2, draughtScreenMm: 8, skirtGapMm: 3, skirtLoops: 0, firstLayer: layAt(19) });
    const first = inLayer(rimmed, 0).map((i) => Math.abs(rimmed.path.x0[i]! - 110));
    expect(first.some((mm) => mm > 6.1 && mm < 8)).toBe(true);
  });
  test('the filament of each head is what its beads hold', () => {
    const fed = [0, 1].map((head) =>
      volumeMm3(
        made,
        pieces(made, (i) => made.path.head[i] === head),
      ),
    );
    const [first, second] = made.report.heads!;
    // the drawing takes one diameter for all
    expect((first!.filamentMm * filamentAreaMm2(1.75)) / fed[0]!).toBeCloseTo(1, 3);
    const refills = made.lines.filter((l) => l.startsWith('G1 E3.1 ')).length * 0.1 * filamentAreaMm2(1.75);
    expect((second!.filamentMm * filamentAreaMm2(1.75)) / (fed[1]! + refills)).toBeCloseTo(1, 2);
  });
  test('counted absolutely it is the same program', () => {
    const absolute = laid(
      table,
      { ...body, dialect: { ...plainLay.dialect, relativeE: false } },
      heads({ ...soluble, dialect: { ...plainLay.dialect, relativeE: false } }),
    );
    expect(absolute.report.heads!.map((h) => h.filamentMm)).toEqual(
      made.report.heads!.map((h) => expect.closeTo(h.filamentMm, 0) as number),
    );
  });
  test('a small layer is slowed to its time with both heads on it', () => {
    const slow = laid(table, { ...body, minimumLayerTimeS: 60 }, heads());
    const [row] = slow.report.layerRows.slice(12, 13);
    expect(row!.timeS).toBeGreaterThan(58);
    expect(row!.timeS).toBeLessThan(62);
    expect(slow.report.heads!.map((h) => h.filamentMm)).toEqual(
      made.report.heads!.map((h) => expect.closeTo(h.filamentMm, 0) as number),
    );
  });
  test('a brim of its own head stands on the first layer alone', () => {
    const brimmed = laid(
      table,
      { ...body, supportAngleDeg: null, brimMm: 4 },
      { ...heads(), others: [{ tool: 1, roles: ['brim'], lay: { ...soluble, brimMm: 4 } }] },
    );
    const own = pieces(brimmed, (i) => brimmed.path.head[i] === 1);
    expect(new Set(own.map((i) => brimmed.path.layer[i]))).toEqual(new Set([0]));
  });
  test('a part of one role alone says nothing of tools', () => {
    expect(laid(table, body).lines.some((l) => /^T\d/.test(l))).toBe(false);
    const second = laid(table, body, { ...heads(), bodyTool: 1, others: [] });
    expect(second.lines.filter((l) => /^T\d/.test(l))).toEqual(['T1']);
  });
  test('whatever is to be purged, each change lays as much and little more', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 16, max: 300, noNaN: true }),
        fc.double({ min: 0.35, max: 0.8, noNaN: true }),
        (mm3, wide) => {
          const lay = { ...soluble, purgeMm3: mm3, solidFill: { ...layAt(31), widthMm: wide } };
          const tower = placeTower([0, 1, 1], lay, heads(lay), {
            occupied: [100, 120, 100, 120],
            thinnestMm: 0.2,
          });
          const [strip] = tower.ok ? tower.value!.strips : [];
          const lines = fillLines(strip!, beadSpacingMm(wide, 0.2), 0);
          const laidMm = lines.reduce(
            (sum, l) =>
              sum +
              Array.from({ length: l.length / 2 - 1 }, (_, i) =>
                Math.hypot(l[2 * i + 2]! - l[2 * i]!, l[2 * i + 3]! - l[2 * i + 1]!),
              ).reduce((a, b) => a + b, 0),
            0,
          );
          const laidMm3 = laidMm * beadAreaMm2(wide, 0.2);
          expect(laidMm3).toBeGreaterThanOrEqual(mm3);
          expect(laidMm3).toBeLessThan(mm3 * 1.6);
        },
      ),
    ));
  test('a purge tower without room is refused with its size', () => {
    expect(() => laid(table, { ...body, purgeMm3: 2000 }, { ...heads(), plateMm: [124, 124] })).toThrow(
      'The purge tower of 101 × 101 mm has no room beside the part',
    );
    const zonesMm = [
      [0, 126, 220, 220],
      [126, 0, 220, 220],
      [0, 0, 94, 220],
    ] as const;
    // the skirt goes round the tower and stays on the plate with it
    const skirted = laid(table, { ...body, skirtLoops: 2, skirtGapMm: 5 }, { ...heads(), plateMm: [220, 145] });
    expect(skirted.report.boundsMm!.min[1]).toBeGreaterThan(0);
    expect(skirted.report.boundsMm!.max[1]).toBeLessThan(145);
    const below = laid(table, body, { ...heads(), zonesMm });
    expect(below.report.boundsMm!.min[1]).toBeLessThan(94);
    expect(below.report.boundsMm!.max[1]).toBeLessThan(126 + 8);
  });
});
