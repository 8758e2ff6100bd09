import { describe, expect, test } from 'vitest';
import { catalogue, type SettingKey } from '../../src/areas/library/settings/catalogue.ts';
import type { Values } from '../../src/areas/library/settings/define.ts';
import { effectiveFixture } from '../../src/areas/rules/fixture.ts';
import { couponSettingsOf } from '../../src/areas/trials/kinds/couponSettings.ts';
import { flow as cup } from '../../src/areas/trials/kinds/flow/index.ts';
import { headOffset } from '../../src/areas/trials/kinds/headOffset/index.ts';
import { retraction as towers } from '../../src/areas/trials/kinds/retraction/index.ts';
import type { FilamentKind } from '../../src/areas/trials/kinds/define.ts';
import { inspectGcode } from '../../src/core/gcode/inspect.ts';
import { readPath, type PathColumns } from '../../src/core/gcode/pathColumns.ts';
import type { GcodeReport } from '../../src/core/gcode/report.ts';
import { filamentAreaMm2 } from '../../src/core/toolpath/bead.ts';

const base: Values = { pressureCommand: 'M4100 S{value}', heads: 2, skirtLoops: 1 };
interface Made {
  readonly lines: readonly string[];
  readonly report: GcodeReport;
  readonly path: PathColumns;
}
function coupon(kind: FilamentKind, own: Values): Made {
  const values = effectiveFixture({ ...base, ...own });
  const bands = kind.bandsFor(values, { hardware: {}, supplier: {} });
  if (!bands.ok) throw new RangeError(bands.failure.what);
  const settings = couponSettingsOf(values, 'made up');
  const options = Object.fromEntries((kind.options ?? []).map((o) => [o.key, o.default]));
  const made = kind.coupon(settings, bands.value, options);
  if (!made.ok) throw new RangeError(made.failure.what);
  const bytes = new TextEncoder().encode(made.value.gcode);
  const report = inspectGcode(bytes, settings.motion);
  if (!report.ok) throw new RangeError(report.failure.what);
  return { lines: made.value.gcode.split('\n'), report: report.value, path: readPath(bytes, filamentAreaMm2(1.75)) };
}
const figure = ({ lines }: Made, line: RegExp): number => Number(line.exec(lines.find((l) => line.test(l)) ?? '')?.[1]);
/** Where the second head begins to lay, along an axis. */
const leastOfSecond = ({ path }: Made, axis: 'x0' | 'y0'): number => {
  let least = Infinity;
  for (let i = 0; i < path.count; i++)
    if (path.extruded[i] === 1 && path.head[i] === 1) least = Math.min(least, path[axis][i]!);
  return least;
};

interface Bite {
  readonly kind?: FilamentKind;
  readonly values: readonly [number, number];
  readonly with?: Values;
  readonly of: (made: Made) => number;
  readonly is?: 'value' | 'ratio' | 'difference';
}
const bites: Readonly<Partial<Record<SettingKey, Bite>>> = {
  nozzleFirstC: { values: [245, 252], of: (m) => figure(m, /^M109 S(\d+)/) },
  nozzleC: { values: [241, 249], with: { nozzleFirstC: 255 }, of: (m) => figure(m, /^M104 S(\d+)/) },
  bedC: { values: [90, 101], of: (m) => figure(m, /^M190 S(\d+)/) },
  chamberC: { values: [40, 55], of: (m) => figure(m, /^M191 S(\d+)/) },
  flow: { values: [0.95, 1.05], of: (m) => m.report.filamentMm, is: 'ratio' },
  retractionMm: { values: [0.8, 2.2], of: (m) => m.report.longestRetractionMm },
  retractionMmPerS: { values: [22, 41], of: (m) => m.report.fastestRetractionMmPerS },
  liftMm: { kind: towers, values: [2.5, 3.5], of: (m) => m.report.reachedMm!.max[2]!, is: 'difference' },
  refillMm: { values: [0.04, 0.2], with: { retractionMm: 1 }, of: (m) => figure(m, /^G1 E(1\.\d+)/), is: 'difference' },
  pressureS: { values: [0.02, 0.055], of: (m) => figure(m, /^M4100 S([\d.]+)/) },
  zOffsetMm: { values: [-0.05, 0.1], of: (m) => m.report.layerRows[3]!.zMm, is: 'difference' },
  accelerationMmPerS2: { values: [700, 1400], of: (m) => figure(m, /^M204 P(\d+)/) },
  standbyC: { kind: headOffset, values: [150, 175], of: (m) => figure(m, /^M104 T0 S(\d+)/) },
  headOffsetXMm: { kind: headOffset, values: [-0.3, 0.4], of: (m) => leastOfSecond(m, 'x0'), is: 'difference' },
  headOffsetYMm: { kind: headOffset, values: [-0.3, 0.4], of: (m) => leastOfSecond(m, 'y0'), is: 'difference' },
};
/** Values of a pairing that no coupon holds, each with the reason. */
const without: Readonly<Partial<Record<SettingKey, string>>> = {
  highestFlowMm3PerS: 'bounds what is tried',
  highestWallSpeedMmPerS: 'bounds what is tried',
  lowestLayerTimeS: 'bounds what is tried',
  steepestOverhangDeg: 'bounds what is tried',
  longestBridgeMm: 'bounds what is tried',
  scaleXPercent: 'a coupon is laid as it is drawn: what is measured of it is what the scale makes up for',
  scaleYPercent: 'a coupon is laid as it is drawn: what is measured of it is what the scale makes up for',
  scaleZPercent: 'a coupon is laid as it is drawn: what is measured of it is what the scale makes up for',
  contourOffsetMm: 'a coupon is laid as it is drawn: what is measured of it is what the offset makes up for',
};

describe('every value of a pairing that a coupon can hold is in its program', () => {
  const settings = catalogue.filter((s) => s.technology !== 'resin' && s.owners.includes('pairing'));
  test('each has a row here, or a reason why it cannot have one', () =>
    expect(settings.map((s) => s.key as SettingKey).filter((k) => !(k in bites) && !(k in without))).toEqual([]));

  test.each(Object.entries(bites))('%s', (key, { kind = cup, values: [a, b], with: also, of, is = 'value' }) => {
    const [first, second] = [a, b].map((v) => of(coupon(kind, { ...also, [key]: v }))) as [number, number];
    if (is === 'value') expect([first, second]).toEqual([expect.closeTo(a, 3), expect.closeTo(b, 3)]);
    else if (is === 'ratio') expect(second / first).toBeCloseTo(b / a, 3);
    else expect(second - first).toBeCloseTo(b - a, 3);
  });
});
