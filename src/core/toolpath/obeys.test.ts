import { describe, expect, test } from 'vitest';
import { laid, outerMm, type Laid } from '../../../test/meshes/laid.ts';
import { everyLineKind } from '../../../test/meshes/solids.ts';
import { layAt } from '../../../test/meshes/toolpathSettings.ts';
import { joined } from '../mesh/mesh.ts';
import { meshOfSolids } from '../mesh/solid.ts';
import { boxMesh, cylinderMesh, turnedMesh } from '../mesh/solids.ts';
import { beadWidthMm } from './bead.ts';
import type { HeightChange } from './heightChanges.ts';
import type { MeshToolpathSettings } from './settings.ts';

const plate = boxMesh([0, 0, 0], [100, 100, 2]);
const noSkirt = { skirtLoops: 0 };
const sizeOf = (made: Laid): number[] => {
  const [x0, x1, y0, y1] = outerMm(made, 0.2, (layer) => layer > 0);
  return [x1! - x0!, y1! - y0!];
};
/** Index of the first line that is so. */
const at = (made: Laid, line: string | RegExp): number =>
  made.lines.findIndex((l) => (typeof line === 'string' ? l === line : line.test(l)));

describe('a program obeys what trials prove', () => {
  test('the scale of each axis, about the foot of the part', () => {
    const made = laid(plate, { ...noSkirt, scale: [1.0011, 1.0017, 1.01] });
    expect(sizeOf(made)).toEqual([expect.closeTo(100.11, 2), expect.closeTo(100.17, 2)]);
    // the inspector measures the same
    expect(made.report.outerMm).toEqual([expect.closeTo(100.11, 2), expect.closeTo(100.17, 2), expect.closeTo(2, 6)]);
    const [x0, x1] = outerMm(made, 0.2, () => true);
    expect((x0! + x1!) / 2).toBeCloseTo(110, 2);
    expect(laid(boxMesh([0, 0, 0], [10, 10, 40]), { scale: [1, 1, 1.01] }).layers).toHaveLength(202);
  });
  test('the contour offset: outsides grow and holes shrink by as much', () => {
    const holed = meshOfSolids([
      { shape: 'box', x: 0, y: 0, w: 40, d: 40, fromMm: 0, toMm: 2 },
      { shape: 'box', x: 0, y: 0, w: 10, d: 10, fromMm: 0, toMm: 2, isCut: true },
    ]);
    const [plain, grown] = [laid(holed, noSkirt), laid(holed, { ...noSkirt, contourOffsetMm: 0.05 })];
    expect(sizeOf(grown)[0]! - sizeOf(plain)[0]!).toBeCloseTo(0.1, 2);
    const holeMm = ({ layers }: Laid): number => {
      const ring = layers[4]!.region.find((r) => r.length > 0 && Math.abs(r[0]! - 110) < 8)!;
      const xs = ring.filter((_, i) => i % 2 === 0);
      return Math.max(...xs) - Math.min(...xs);
    };
    expect(holeMm(plain) - holeMm(grown)).toBeCloseTo(0.1, 2);
  });
  test('the height offset, on every layer', () => {
    const heights = (zOffsetMm: number): number[] => laid(plate, { zOffsetMm }).report.layerRows.map((r) => r.zMm);
    expect(heights(0.04)).toEqual(heights(0).map((z) => expect.closeTo(z + 0.04, 6) as number));
    expect(Math.min(...heights(-0.3))).toBe(0);
  });
  test('the pressure factor, by the machine’s own command, once before the first line', () => {
    const made = laid(plate, { pressureCommand: 'M900 K{value}', pressureS: 0.042 });
    expect(made.lines.filter((l) => l.startsWith('M900'))).toEqual(['M900 K0.042']);
    expect(at(made, 'M900 K0.042')).toBeLessThan(at(made, /^G1 /));
    expect(at(laid(plate, { pressureS: 0.042 }), /0\.042/)).toBe(-1);
  });
  test('no piece of filament is taken back more than twenty times, even where support is many short lines', () => {
    const cone = turnedMesh([[6, 0], [15.8, 5.6], [15.8, 6.6]], 96); // prettier-ignore
    const made = laid(cone, { supportAngleDeg: 45, retractionMm: 1.2 });
    expect(made.report.mostPasses).toBe(20); // as often as may be
    expect(made.report.travelMoves).toBeGreaterThan(made.report.retractions);
  });
  test('retraction, its speed, lift and refill', () => {
    const two = joined([boxMesh([0, 0, 0], [8, 8, 4]), boxMesh([40, 0, 0], [48, 8, 4])]);
    const made = laid(two, { retractionMm: 1.3, retractionMmPerS: 25, refillMm: 0.07, liftMm: 0.4 });
    const alone = made.lines.filter((l) => /^G1 E/.test(l));
    expect(new Set(alone)).toEqual(new Set(['G1 E-1.3 F1500', 'G1 E1.37 F1500']));
    expect(made.report.longestRetractionMm).toBeCloseTo(1.3, 6);
    const refilled = alone.filter((l) => l.startsWith('G1 E1')).length * 0.07 * (Math.PI / 4) * 1.75 ** 2;
    const plain = laid(two, { retractionMm: 1.3, retractionMmPerS: 25, liftMm: 0.4 });
    expect(made.restMm3 - plain.restMm3).toBeCloseTo(refilled, 4);
    expect(made.report.extrudedVolumeMm3 / (made.partMm3 + made.restMm3)).toBeCloseTo(1, 3);
  });
  test('temperatures of first and other layers, bed and chamber, waited for', () => {
    const made = laid(plate, { nozzleFirstC: 215, nozzleC: 208, bedC: 65, chamberC: 45 });
    const order = ['M191 S45', 'M190 S65', 'M109 S215', /^G1 X/, 'M104 S208', 'M141 S0'].map((l) => at(made, l));
    expect(order).toEqual([...order].sort((a, b) => a - b));
    expect(order[0]).toBeGreaterThanOrEqual(0);
    expect(made.report.layerRows[1]!.firstLine).toBeGreaterThan(order[4]!);
    expect(made.report.layerRows[0]!.firstLine).toBeLessThan(order[4]!);
    expect(at(laid(plate), /^M1[49]1/)).toBe(-1);
  });
  test('the filament’s diameter', () => {
    const length = (over: Partial<MeshToolpathSettings>): number => laid(plate, over).report.filamentMm;
    expect(length({ filamentDiameterMm: 1.65 }) / length({})).toBeCloseTo((1.75 / 1.65) ** 2, 3);
  });
});

describe('lines of their own kind are laid where they belong', () => {
  const lay = (widthMm: number, speedMmPerS: number, accelerationMmPerS2: number) => ({
    ...layAt(speedMmPerS, accelerationMmPerS2),
    widthMm,
  });
  const portal = everyLineKind();
  test('remainder: a wall too thin for two lines is one line as wide as it is', () => {
    const { path } = laid(portal, { minimumLayerTimeS: 0, remainder: lay(0.44, 23, 900) });
    const own = Array.from({ length: path.count }, (_, i) => i).filter(
      (i) => Math.abs(path.mmPerS[i]! - 23) < 0.01 && path.extruded[i] === 1,
    );
    const lengthMm = own.reduce((s, i) => s + Math.hypot(path.x1[i]! - path.x0[i]!, path.y1[i]! - path.y0[i]!), 0);
    expect(lengthMm / 15).toBeGreaterThan(11); // 12 mm on 15 layers
    // fuller than a line whose round sides only touch the drawn ones
    const widthMm = 0.6 + 0.75 * 0.2 * (1 - Math.PI / 4);
    for (const i of own) expect(beadWidthMm(path.areaMm2[i]!, 0.2) / widthMm).toBeCloseTo(1, 2);
  });
  test('a bridge lies along its span, from hold to hold, and only over air', () => {
    const { path } = laid(portal, { ...noSkirt, minimumLayerTimeS: 0, bridge: lay(0.44, 37, 1500) });
    const own = Array.from({ length: path.count }, (_, i) => i).filter(
      (i) => Math.abs(path.mmPerS[i]! - 37) < 0.01 && path.extruded[i] === 1,
    );
    expect(new Set(own.map((i) => path.layerZMm[path.layer[i]!]!.toFixed(1)))).toEqual(new Set(['6.2']));
    for (const i of own) {
      expect(path.y1[i]).toBeCloseTo(path.y0[i]!, 3);
      expect(Math.abs(path.x1[i]! - path.x0[i]!)).toBeGreaterThan(20);
    }
  });
});

describe('thin walls', () => {
  test.each([0.33, 0.44, 0.66, 0.9, 1, 1.1, 1.3, 1.5, 1.7, 1.84, 2, 2.1, 2.3, 2.6, 3.2])(
    'a fin of %f mm is laid to nineteen parts in twenty, and no line lies on another',
    (thickMm) => {
      const made = laid(boxMesh([0, 0, 0], [40, thickMm, 4]), { ...noSkirt, infillPercent: 100 });
      expect(made.partMm3 / made.volumeMm3).toBeGreaterThan(0.95);
      expect(made.partMm3 / made.volumeMm3).toBeLessThan(1.03);
    },
  );
  test('so is a tube, closed all round, and no line is laid twice', () => {
    const tube = meshOfSolids([
      { shape: 'disc', x: 0, y: 0, w: 30, d: 30, fromMm: 0, toMm: 6 },
      { shape: 'disc', x: 0, y: 0, w: 29.1, d: 29.1, fromMm: 0, toMm: 6, isCut: true },
    ]);
    const made = laid(tube, noSkirt);
    expect(made.partMm3 / made.volumeMm3).toBeGreaterThan(0.95);
    expect(made.partMm3 / made.volumeMm3).toBeLessThan(1.03);
  });
  test.each([1, 1.3, 1.6, 2, 2.4])('a tube with a wall of %f mm too', (wallMm) => {
    const tube = meshOfSolids([
      { shape: 'disc', x: 0, y: 0, w: 30, d: 30, fromMm: 0, toMm: 4 },
      { shape: 'disc', x: 0, y: 0, w: 30 - 2 * wallMm, d: 30 - 2 * wallMm, fromMm: 0, toMm: 4, isCut: true },
    ]);
    const made = laid(tube, { ...noSkirt, infillPercent: 100 });
    expect(made.partMm3 / made.volumeMm3).toBeGreaterThan(0.95);
    expect(made.partMm3 / made.volumeMm3).toBeLessThan(1.03);
  });
});

describe('changes at heights are done at their height and stay', () => {
  const tower = boxMesh([0, 0, 0], [14, 14, 10]);
  const change = (place: HeightChange['at'], set: HeightChange['set'], isPause = false): HeightChange => ({
    at: place,
    set,
    isPause,
  });
  test.each([
    ['nozzle', change({ zMm: 4 }, { nozzle: 195 }), 'M104 S195', 20],
    ['bed, by layer', change({ layer: 11 }, { bed: 50 }), 'M140 S50', 10],
    ['fan', change({ zMm: 2 }, { fan: 100 }), 'M106 S255', 10],
    ['fan of the first layer, which the second leaves', change({ layer: 1 }, { fan: 20 }), 'M106 S51', 0],
    ['pause', change({ zMm: 6 }, {}, true), 'M0', 30],
  ])('%s', (_, one, line, layer) => {
    const made = laid(tower, { heightChanges: [one] });
    expect(made.lines.filter((l) => l === line)).toHaveLength(1);
    const n = at(made, line) + 1;
    const rows = made.report.layerRows;
    expect(rows[layer]!.firstLine).toBeGreaterThan(n);
    if (layer > 0) expect(rows[layer - 1]!.firstLine).toBeLessThan(n);
    if ('fan' in one.set) expect(made.lines.filter((l) => l.startsWith('M106'))).toHaveLength(layer === 0 ? 1 : 2);
  });
  test('flow and speed change from their layer on', () => {
    const [plain, changed] = [{}, { heightChanges: [change({ zMm: 5 }, { flow: 90, speed: 50 })] }].map((over) =>
      laid(tower, { ...over, minimumLayerTimeS: 0, infillPercent: 100 }),
    );
    const [a, b] = [plain!.report.layerRows, changed!.report.layerRows];
    expect([b[24]!.filamentMm / a[24]!.filamentMm, b[25]!.filamentMm / a[25]!.filamentMm]).toEqual([
      expect.closeTo(1, 3),
      expect.closeTo(0.9, 2),
    ]);
    expect(b[26]!.topSpeedMmPerS / a[26]!.topSpeedMmPerS).toBeCloseTo(0.5, 1);
  });
  test('one above the part is told, not done', () => {
    const high = change({ zMm: 12 }, { nozzle: 195 });
    const made = laid(tower, { heightChanges: [high] });
    expect([made.changesAbove, at(made, 'M104 S195')]).toEqual([[high], -1]);
  });
});

describe('a small layer takes the time it is given', () => {
  test.each([6, 9, 12, 16, 20])('a rod of %d mm, within a thirtieth', (diameter) => {
    const wanted = 12;
    const rows = laid(cylinderMesh(diameter / 2, 0, 6, 64), { minimumLayerTimeS: wanted }).report.layerRows.slice(
      2,
      -2,
    );
    for (const { timeS } of rows) {
      expect(timeS).toBeGreaterThan(wanted * 0.97);
      if (diameter < 16) expect(timeS).toBeLessThan(wanted * 1.03);
    }
  });
});
