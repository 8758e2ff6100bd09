import { describe, expect, test } from 'vitest';
import { inspectGcode } from '../../../../core/gcode/inspect.ts';
import { plainDialect } from '../../../../core/gcode/write.ts';
import { exampleLimits } from '../../../../core/motion/limits.ts';
import { beadAreaMm2, filamentForLineMm } from '../../../../core/toolpath/bead.ts';
import type { CouponSettings } from '../../../../core/toolpath/couponSettings.ts';
import { analyseFlow } from './analysis.ts';
import { flow } from './index.ts';

const settings: CouponSettings = {
  title: 'test',
  dialect: plainDialect,
  startBlock: 'M140 S{bed}\nM190 S{bed}\nM109 S{nozzle}\nG28',
  endBlock: 'M104 S0\nM140 S0',
  travelMm: [220, 210, 240],
  bedShape: 'rectangle',
  zonesMm: [],
  filamentDiameterMm: 1.75,
  nozzleC: 245,
  standbyC: null,
  nozzleFirstC: 245,
  bedC: 98,
  fanPercent: 20,
  layerHeightMm: 0.2,
  firstLayerHeightMm: 0.2,
  lineWidthMm: 0.44,
  flow: 0.97,
  wallSpeedMmPerS: 40,
  fillSpeedMmPerS: 40,
  bridgeSpeedMmPerS: 30,
  firstLayerSpeedMmPerS: 20,
  travelSpeedMmPerS: 130,
  retractionMm: 1,
  retractionMmPerS: 35,
  liftMm: 0,
  refillMm: 0,
  lowestLayerTimeS: 10,
  skirtLoops: 1,
  skirtGapMm: 5,
  skirtLeastMm: 10,
  zOffsetMm: 0,
  motion: exampleLimits,
  pressureCommand: 'M4100 S{value}',
  pressureS: 0,
  heads: 2,
  chamberC: null,
  accelerationMmPerS2: null,
  headOffsetMm: [0, 0],
};
const read = (walls: number, over: Partial<CouponSettings> = {}) => {
  const made = flow.coupon({ ...settings, ...over }, [], { walls });
  if (!made.ok) throw new Error(made.failure.what);
  const r = inspectGcode(new TextEncoder().encode(made.value.gcode), exampleLimits);
  if (!r.ok) throw new Error(r.failure.what);
  return { made: made.value, report: r.value };
};

describe('the flow coupon', () => {
  test('heats, waits, homes before it moves and ends with heaters off', () => {
    const { report } = read(1);
    expect([
      report.nozzleMaxC,
      report.bedMaxC,
      report.coldExtrusionLine,
      report.movedBeforeHomingLine,
      report.nozzleAtEndC,
      report.bedAtEndC,
      report.problemCount,
      report.unknownWords.map((u) => u.word), // the machine's own for its pressure factor
    ]).toEqual([245, 98, 0, 0, 0, 0, 0, ['M4100']]);
  });
  test('has the height and the outside size it promises, skirt set apart', () => {
    const { report, made } = read(1);
    const top = report.layerRows[report.layerRows.length - 1]!;
    expect([top.zMm, top.maxX - top.minX + 0.44, made.sizeMm]).toEqual([6, expect.closeTo(40, 6), [40, 40, 6]]);
    expect(report.layerRows[0]!.maxX - report.layerRows[0]!.minX).toBeGreaterThan(49);
  });
  test.each([[1], [2]])('with %i walls feeds what the bead formula says for every line', (walls) => {
    const { report, made } = read(walls);
    const loops = Array.from({ length: walls }, (_, k) => 40 - 0.44 - 2 * k * made.params['lineDistanceMm']!);
    const wanted = loops.reduce((sum, side) => sum + filamentForLineMm(4 * side, 0.44, 0.2, 0.97, 1.75), 0);
    expect(report.layerRows[20]!.filamentMm).toBeCloseTo(wanted, 2);
  });
});

describe('the flow analysis', () => {
  const conditions = {
    targetWidthMm: 0.44,
    layerHeightMm: 0.2,
    flow: 1,
    walls: 1,
    resolutionMm: 0.01,
    calibrationUMm: 0.005,
  };
  const readings = (mm: number) =>
    ['front', 'right', 'back', 'left'].flatMap((side) => [0.005, -0.005].map((d) => ({ side, thicknessMm: mm + d })));
  test('a wall of the wanted width changes nothing', () => {
    const r = analyseFlow(readings(0.44), conditions);
    expect(r.ok && [r.value.flow, r.value.measurableChange]).toEqual([expect.closeTo(1, 12), false]);
    expect(r.ok && r.value.sentence).toContain('No measurable change');
  });
  test('a wall too thick asks for less by bead area, and by a little more than widths say', () => {
    const r = analyseFlow(readings(0.5), conditions);
    expect(r.ok && r.value.flow).toBeCloseTo(beadAreaMm2(0.44, 0.2) / beadAreaMm2(0.5, 0.2), 12);
    expect(r.ok && r.value.flowByWidth).toBeCloseTo(0.88, 12);
    expect(r.ok && r.value.measurableChange).toBe(true);
  });
  test('two walls take the programmed distance off first', () => {
    const r = analyseFlow(readings(0.84), { ...conditions, walls: 2, lineDistanceMm: 0.4 });
    expect(r.ok && r.value.lineWidthMm).toBeCloseTo(0.44, 12);
  });
  test.each([
    ['seven readings', readings(0.44).slice(1)],
    ['three sides', readings(0.44).slice(2)],
    ['none', []],
  ])('%s are refused with what is missing', (_, few) => {
    const r = analyseFlow(few, conditions);
    expect(r.ok ? '' : r.failure.code).toBe('tooFew');
  });
  test('a wall thinner than the layer is high is refused', () =>
    expect(analyseFlow(readings(0.15), conditions).ok).toBe(false));
});
