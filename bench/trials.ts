import { filamentKinds } from '../src/areas/trials/kinds/index.ts';
import { driftsOf, type DoneWork, type FoundValue } from '../src/areas/trials/model/drift.ts';
import { normalFrom, seededRandom } from '../src/core/formats/random.ts';
import { prepare, settings, tryOut } from '../test/recover/recover.ts';

// Every kind's coupon and analysis, medians after warm-up. Absolute figures on a shared machine: read them with a grain of salt.
const ROUNDS = 15;
const WARM_UP = 3;
const median = (v: readonly number[]): number => [...v].sort((a, b) => a - b)[v.length >> 1]!;
const timed = (work: () => unknown): number => {
  const t = performance.now();
  work();
  return performance.now() - t;
};
console.log(`trials                     coupon ms   lines     analysis ms   (wanted: 150 and less, 20 and less)`);
for (const kind of filamentKinds) {
  const p = prepare(kind);
  const { readings, bands, params } = tryOut(p, 7);
  const values = {
    nozzleC: 240,
    flow: 0.98,
    layerHeightMm: 0.2,
    lineWidthMm: 0.44,
    retractionMm: 1,
    diameterMm: 1.75,
    densityGPerCm3: 1.27,
    firstLayerHeightMm: 0.2,
    visibleWallSpeedMmPerS: 40,
    accelerationMmPerS2: 1500,
    fanPercent: 30,
    lowestLayerTimeS: 10,
  };
  const options = Object.fromEntries((kind.options ?? []).map((o) => [o.key, o.default]));
  const coupon: number[] = [];
  const analysis: number[] = [];
  for (let i = 0; i < ROUNDS + WARM_UP; i++) {
    const a = timed(() =>
      kind.coupon(
        settings,
        p.coupon.bands.map((b) => b.value),
        options,
      ),
    );
    const b = timed(() => kind.analyse(readings, { values, params, bands }));
    if (i >= WARM_UP) {
      coupon.push(a);
      analysis.push(b);
    }
  }
  console.log(
    `${kind.key.padEnd(24)} ${median(coupon).toFixed(1).padStart(10)} ${String(p.lines.length).padStart(7)} ${median(analysis).toFixed(2).padStart(14)}`,
  );
}

// A month of a farm of 200 machines: every series of every value with its limits.
const MACHINES = 200;
const VALUES = 20_000;
const normal = normalFrom(seededRandom(11));
const found = Array.from({ length: VALUES }, (_, i): FoundValue => {
  const machine = `m${i % MACHINES}`;
  return {
    id: `t${i}`,
    name: `T-${i}`,
    at: new Date(Date.UTC(2026, 0, 1) + i * 130_000).toISOString(),
    setting: ['flow', 'nozzleC', 'retractionMm', 'highestFlowMm3PerS', 'accelerationMmPerS2'][
      ((i / MACHINES) | 0) % 5
    ]!,
    value: 1 + 0.01 * normal(),
    machineId: machine,
    machineName: machine,
    toolId: '0.4',
    materialName: ['PLA', 'PETG'][((i / MACHINES / 5) | 0) % 2]!,
  };
});
const work = Array.from({ length: 800 }, (_, i): DoneWork => ({
  machineId: `m${i % MACHINES}`,
  kind: i % 2 === 0 ? 'nozzle' : 'axis',
  at: new Date(Date.UTC(2026, 0, 3) + i * 3_000_000).toISOString(),
}));
const charts: number[] = [];
let series = 0;
for (let i = 0; i < ROUNDS + WARM_UP; i++) {
  const ms = timed(() => (series = driftsOf(found, work).length));
  if (i >= WARM_UP) charts.push(ms);
}
console.log(
  `charts of ${VALUES} accepted values in ${series} series: ${median(charts).toFixed(0)} ms (wanted: 300 and less)`,
);
