import { expect, test } from 'vitest';
import { plainDialect } from '../../src/core/gcode/write.ts';
import { beadAreaMm2 } from '../../src/core/toolpath/bead.ts';
import { analyseFlow } from '../../src/areas/trials/kinds/flow/analysis.ts';
import { makeFlowCoupon } from '../../src/areas/trials/kinds/flow/coupon.ts';
import { calliperReading } from '../instruments/calliper.ts';
import { wallsOf } from './printed.ts';
import { sides, truthOf } from './truth.ts';

const SEEDS = Array.from({ length: 1000 }, (_, i) => 100_003 + 17 * i); // fixed beforehand
const conditions = { targetWidthMm: 0.44, layerHeightMm: 0.2, flow: 0.98, walls: 1, resolutionMm: 0.01, calibrationUMm: 0.005 };
const lines = makeFlowCoupon({ title: 't', dialect: plainDialect, startBlock: 'G28', endBlock: 'M104 S0', travelMm: [220, 210, 240], filamentDiameterMm: 1.75, nozzleC: 245, bedC: 98, fanPercent: 0, layerHeightMm: 0.2, lineWidthMm: 0.44, flow: 0.98, walls: 1, wallSpeedMmPerS: 40, firstLayerSpeedMmPerS: 20, travelSpeedMmPerS: 130 }).gcode.split('\n');

/** Noise as docs/trials.md states it: lean 4 µm, ripple 6 to 12 µm, hand 6 µm, calliper's own error 5 µm, steps of 10 µm. */
test('over 1,000 seeded machines the interval covers the hidden true flow in at least 92.5 %, and is not wide', () => {
  let covered = 0;
  const widths: number[] = [], known: number[] = [];
  for (const seed of SEEDS) {
    const truth = truthOf(seed), walls = wallsOf(lines, truth)!;
    const readings = sides.flatMap((side) => [1, 2, 3].map((repeat) => ({ side, thicknessMm: Number(calliperReading(walls, truth, side, repeat, seed)) })));
    const r = analyseFlow(readings, conditions);
    if (!r.ok) throw new Error(r.failure.what);
    if (r.value.interval[0] <= 1 / truth.flowFactor && 1 / truth.flowFactor <= r.value.interval[1]) covered++;
    widths.push(r.value.interval[1] - r.value.interval[0]);
    // One who knows the noise: normal interval of the mean of twelve, with lean, resolution and calibration.
    const u = Math.sqrt((truth.rippleMm ** 2 + 0.006 ** 2) / 12 + 0.004 ** 2 / 4 + 0.01 ** 2 / 12 + 0.005 ** 2);
    known.push((2 * 1.96 * u * 0.2 * 0.98) / beadAreaMm2(0.44, 0.2));
  }
  const median = (v: number[]) => [...v].sort((a, b) => a - b)[v.length >> 1]!;
  console.info(`flow: covered ${covered} of ${SEEDS.length}, median width ${median(widths).toFixed(4)}, ${(median(widths) / median(known)).toFixed(2)} times that of known noise`);
  expect(covered).toBeGreaterThanOrEqual(925);
  expect(median(widths) / median(known)).toBeLessThanOrEqual(1.5);
});
test('nothing is measured where no coupon was printed', () => expect(wallsOf(['G28', 'G1 X10 E1 F600'], truthOf(1))).toBeNull());
