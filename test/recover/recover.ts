import { exampleLimits } from '../../src/core/motion/limits.ts';
import { analyseHighestFlow } from '../../src/areas/trials/kinds/highestFlow/analysis.ts';
import { pairsOf } from '../../src/areas/trials/kinds/referencePart/index.ts';
import { analyseStep } from '../../src/areas/trials/kinds/referencePart/analysis.ts';
import {
  wantedOf,
  type Band,
  type Coupon,
  type ReadingOf,
  type FilamentKind,
} from '../../src/areas/trials/kinds/define.ts';
import { filamentKinds } from '../../src/areas/trials/kinds/index.ts';
import type { Values } from '../../src/areas/library/settings/define.ts';
import type { CouponSettings } from '../../src/core/toolpath/couponPath.ts';
import { plainDialect } from '../../src/core/gcode/write.ts';
import { filamentAreaMm2 } from '../../src/core/toolpath/bead.ts';

import { mean } from '../../src/core/fitting/mean.ts';
import { readCoupon } from '../../standins/controller/coupon.ts';
import { plasticOf, truthOf, type Truth } from '../../standins/controller/truth.ts';
import { bedAt, droopAt, pressureChange, sagAt, wavesAt } from '../../standins/instruments/figures.ts';
import { figureAt, meltLimit, readBench, stringsAt } from '../../standins/instruments/bench.ts';

export const SEEDS = Array.from({ length: 1000 }, (_, i) => 100_003 + 17 * i); // fixed beforehand
export const settings: CouponSettings = {
  title: 'recover',
  dialect: plainDialect,
  startBlock: 'M140 S{bed}\nM190 S{bed}\nM109 S{nozzle}\nG28',
  endBlock: 'M104 S0\nM140 S0',
  travelMm: [220, 210, 240],
  bedShape: 'rectangle',
  zonesMm: [],
  filamentDiameterMm: 1.75,
  nozzleC: 240,
  nozzleFirstC: 240,
  bedC: 75,
  fanPercent: 30,
  layerHeightMm: 0.2,
  firstLayerHeightMm: 0.2,
  lineWidthMm: 0.44,
  flow: 0.98,
  wallSpeedMmPerS: 40,
  fillSpeedMmPerS: 50,
  bridgeSpeedMmPerS: 25,
  firstLayerSpeedMmPerS: 20,
  travelSpeedMmPerS: 130,
  retractionMm: 1,
  retractionMmPerS: 35,
  liftMm: 0,
  refillMm: 0,
  lowestLayerTimeS: 10,
  skirtLoops: 1,
  skirtGapMm: 5,
  zOffsetMm: 0,
  motion: exampleLimits,
  pressureCommand: 'M4100 S{value}',
  pressureS: 0,
  heads: 2,
  headOffsetMm: [0, 0],
};
export const values: Record<string, number> = {
  nozzleC: 240,
  bedC: 75,
  flow: 0.98,
  layerHeightMm: 0.2,
  lineWidthMm: 0.44,
  retractionMm: 1,
  highestFlowMm3PerS: 7,
  diameterMm: 1.75,
  densityGPerCm3: 1.27,
  nozzleDiameterMm: 0.4,
  catalogueFlowMm3PerS: 15,
  scaleXPercent: 100,
  scaleYPercent: 100,
  scaleZPercent: 100,
  contourOffsetMm: 0,
  fanPercent: 30,
  lowestLayerTimeS: 10,
  steepestOverhangDeg: 45,
  longestBridgeMm: 30,
  accelerationMmPerS2: 1500,
  visibleWallSpeedMmPerS: 40,
  maxFeedXMmPerS: 300,
  travelXMm: 220,
  zOffsetMm: 0,
  pressureS: 0.04,
  heads: 2,
  firstLayerHeightMm: 0.2,
};
const words: Values = { ...values, highestFlowMm3PerS: 14, pressureCommand: 'M4100 S{value}', feedType: 'direct' };
const limits = {
  hardware: { nozzleC: [150, 280], highestFlowMm3PerS: [0, 15] } as const,
  supplier: { nozzleC: [225, 255] } as const,
};

/** One kind's coupon, analysed from what the bench finds on one seeded machine. */
export interface Trialled {
  readonly truth: Truth;
  readonly lines: readonly string[];
  readonly bands: readonly Band[];
  readonly params: Readonly<Record<string, number>>;
  readonly readings: readonly ReadingOf[];
  /** The print before it, where the kind is a series. */ readonly before: Trialled | null;
  readonly result: ReturnType<FilamentKind['analyse']>;
}
export interface Prepared {
  readonly kind: FilamentKind;
  readonly coupon: Coupon;
  readonly lines: readonly string[];
  readonly params: Readonly<Record<string, number>>;
  readonly before: Prepared | null;
}
/** What the print before it was laid with: hotter, shorter pulled back, a little too full. */
const BEFORE = { nozzleC: 250, nozzleFirstC: 250, retractionMm: 0.7, flow: 1.03 } as const;

export function prepare(kind: FilamentKind, over: Partial<CouponSettings> = {}): Prepared {
  const bands = kind.bandsFor(kind.key === 'wall-speed' ? words : { ...words, ...values }, limits);
  if (!bands.ok) throw new Error(bands.failure.what);
  const options = Object.fromEntries((kind.options ?? []).map((o) => [o.key, o.default]));
  const coupon = kind.coupon({ ...settings, ...over }, bands.value, options);
  if (!coupon.ok) throw new Error(coupon.failure.what);
  return {
    kind,
    coupon: coupon.value,
    lines: coupon.value.gcode
      .split('\n')
      .map((l) => l.replace(/;.*/, '').trim())
      .filter(Boolean),
    params: { ...coupon.value.params, ...options },
    before: kind.isSeries && over !== BEFORE ? prepare(kind, BEFORE) : null,
  };
}
export function tryOut(
  { kind, coupon, lines, params, before: earlier }: Prepared,
  seed: number,
  noise = seed,
): Trialled {
  const before = earlier ? tryOut(earlier, seed, seed ^ 0x2545f491) : null;
  const truth = truthOf(seed);
  const bands = coupon.bands.length > 0 ? coupon.bands.map((_, i) => i + 1) : [1];
  const readings = bands.flatMap((band) =>
    kind.features.flatMap((f) =>
      Array.from({ length: wantedOf(f) }, (_, k): ReadingOf => {
        const text = readBench(lines, truth, { kind: kind.key, band, feature: f.key, repeat: k + 1 }, noise);
        if (text === null) throw new Error(`${kind.key}: nothing to read at band ${band}, ${f.key}`);
        return { band, feature: f.key, repeat: k + 1, value: Number(text) };
      }),
    ),
  );
  return {
    truth,
    lines,
    bands: coupon.bands,
    params,
    readings,
    before,
    result: kind.analyse(readings, {
      values,
      params,
      bands: coupon.bands,
      ...(before && {
        series: [
          {
            id: '',
            at: '',
            name: 'before',
            readings: before.readings,
            changedSince: ['nozzle', 'pull-back', 'flow'],
            values,
            params,
            bands: coupon.bands,
          },
        ],
      }),
    }),
  };
}

/** How often what a kind states holds the hidden truth, and how wide it is. */
export interface Coverage {
  readonly kind: string;
  readonly of: string;
  readonly seeds: number;
  readonly refused: number;
  readonly covered: number;
  readonly medianWidth: number;
  readonly unit: string;
  /** Median width over that of an interval that knows the noise; null where the answer is a band. */ readonly ratio:
    number | null;
}
export interface Question {
  readonly of: string;
  readonly unit: string;
  /** The hidden truth of a machine, and what the analysis states about it. */ readonly truth: (t: Trialled) => number;
  readonly interval: (t: Trialled) => readonly [number, number];
  /** Standard deviation a perfect observer would still have; null for bands. */ readonly knownSd:
    ((t: Trialled) => number) | null;
}

const proven = (t: Trialled, key: string): readonly [number, number] => {
  if (!t.result.ok) throw new Error('refused');
  return t.result.value.proven.find((p) => p.setting === key)!.interval;
};
const hotC = (truth: Truth, c: number): number => c + truth.nozzleErrorC - plasticOf(settings.bedC, c).idealC;
const crossing = (truth: Truth): number =>
  Math.log((truth.strings * Math.exp(hotC(truth, settings.nozzleC) / 30)) / (1 - 0.1)) / truth.stringRate;

/** Best set temperature of a machine by its own noise-free responses, to a tenth of a degree. */
function bestHeat(kind: FilamentKind, t: Trialled): number {
  const steps = Array.from({ length: 101 }, (_, i) => 220 + i * 0.5);
  const plain = (c: number, f: string): number =>
    figureAt({ laid: [{ nozzleC: c } as never], travels: [], strands: [], bedC: settings.bedC, layerZ: [] }, t.truth, {
      kind: 'temperature',
      band: 1,
      feature: f,
      repeat: 1,
    })!;
  const r = kind.analyse(
    steps.flatMap((c, i) =>
      kind.features.map((f) => ({ band: i + 1, feature: f.key, repeat: 1, value: Math.max(0, plain(c, f.key)) })),
    ),
    { values, params: {}, bands: steps.map((value) => ({ value, fromMm: 0, toMm: 0 })) },
  );
  if (!r.ok) throw new Error(r.failure.what);
  return r.value.chart!.points.reduce((a, b) => (b.y > a.y ? b : a)).x;
}

export const questions: Readonly<Record<string, readonly Question[]>> = {
  flow: [
    {
      of: 'flow',
      unit: '',
      truth: (t) => 1 / t.truth.flowFactor,
      interval: (t) => proven(t, 'flow'),
      knownSd: (t) =>
        (Math.sqrt((t.truth.rippleMm ** 2 + 0.006 ** 2) / 12 + 0.004 ** 2 / 4 + 0.01 ** 2 / 12 + 0.005 ** 2) *
          0.2 *
          0.98) /
        (0.2 * 0.24 + Math.PI * 0.01),
    },
  ],
  temperature: [
    {
      of: 'best temperature',
      unit: '°C',
      truth: (t) =>
        bestHeat(
          filamentKinds.find((k) => k.key === 'temperature')!,
          t,
        ),
      interval: (t) => proven(t, 'nozzleC'),
      knownSd: null,
    },
  ],
  retraction: [
    {
      of: 'distance at one string',
      unit: 'mm',
      truth: (t) => crossing(t.truth),
      interval: (t) => proven(t, 'retractionMm'),
      knownSd: (t) => {
        // Delta method with the true curve and the true spread of every count (one who knows shape and noise, not the parameters).
        return knownSdOfRoot(
          t.bands.map((b) => b.value),
          (d) => stringsAt(t.truth, d, hotC(t.truth, settings.nozzleC)),
          (n) => Math.hypot(0.35 + 0.2 * Math.sqrt(n), 1 / Math.sqrt(12)),
          t.truth.strings * Math.exp(hotC(t.truth, settings.nozzleC) / 30),
          t.truth.stringRate,
          0.1,
          1,
        );
      },
    },
  ],
  refill: [
    {
      of: 'refill at which lines begin level',
      unit: 'mm',
      truth: (t) => t.truth.oozeMm,
      interval: (t) => proven(t, 'refillMm'),
      knownSd: (t) => knownSdOfRefill(t),
    },
  ],
  'highest-flow': [
    {
      of: 'break',
      unit: 'mm³/s',
      truth: (t) => meltLimit(t.truth, hotC(t.truth, settings.nozzleC)),
      interval: (t) => strandsOf(t).interval,
      knownSd: (t) =>
        knownSdOfBreak(
          t.bands.map((b) => b.value),
          meltLimit(t.truth, hotC(t.truth, settings.nozzleC)),
          t.truth.meltLoss,
          Math.hypot(0.004, 0.01 / Math.sqrt(12)) / ((1.27 * 400 * filamentAreaMm2(1.75)) / 1000),
        ),
    },
  ],
  'first-layer': [
    {
      of: 'height offset',
      unit: 'mm',
      truth: (t) => -t.truth.bed.offsetMm - meanBow(t),
      interval: (t) => proven(t, 'zOffsetMm'),
      knownSd: (t) => Math.hypot(Math.hypot(0.006, t.truth.rippleMm, 0.01 / Math.sqrt(12)) / Math.sqrt(18), 0.005),
    },
  ],
  pressure: [
    {
      of: 'best factor',
      unit: 's',
      truth: (t) => t.truth.pressureS,
      interval: (t) => proven(t, 'pressureS'),
      knownSd: (t) =>
        knownSdOfLowest(
          t.bands.map((b) => b.value),
          (k) => pressureChange(t.truth, k),
          t.truth.pressureS,
        ),
    },
  ],
  acceleration: [
    {
      of: 'acceleration at 0.05 mm of waves',
      unit: 'mm/s²',
      truth: (t) => t.truth.ringsAtMmPerS2,
      interval: (t) => crossingOf(t),
      knownSd: (t) =>
        knownSdOfCrossing(
          t,
          2,
          Math.hypot(0.005, 0.01 / Math.sqrt(12)),
          (a) => wavesAt(a / t.truth.ringsAtMmPerS2),
          t.truth.ringsAtMmPerS2,
        ),
    },
  ],
  'wall-speed': [
    {
      of: 'wall speed at 0.05 mm of waves',
      unit: 'mm/s',
      truth: (t) => t.truth.ringsAtMmPerS,
      interval: (t) => crossingOf(t),
      knownSd: (t) =>
        knownSdOfCrossing(
          t,
          2,
          Math.hypot(0.005, 0.01 / Math.sqrt(12)),
          (v) => wavesAt(v / t.truth.ringsAtMmPerS),
          t.truth.ringsAtMmPerS,
        ),
    },
  ],
  'layer-time': [
    {
      of: 'layer time that stands',
      unit: 's',
      truth: (t) => t.truth.slumpS,
      interval: (t) => proven(t, 'lowestLayerTimeS'),
      knownSd: (t) => {
        const l = layersOf(t);
        const at = l.findIndex((x) => x.timeS < t.truth.slumpS);
        const slope = (l[at]!.timeS - l[at - 1]!.timeS) / (l[at]!.zMm - l[at - 1]!.zMm);
        return Math.abs(slope) * Math.hypot(0.3 / Math.sqrt(8), (0.004 * 8) / Math.sqrt(4), 0.1 / Math.sqrt(12 * 8));
      },
    },
  ],
  overhang: [
    {
      of: 'lean at 0.3 mm of droop',
      unit: '°',
      truth: (t) => t.truth.droopsAtDeg,
      interval: (t) => crossingOf(t),
      knownSd: (t) =>
        knownSdOfCrossing(
          t,
          2,
          Math.hypot(0.03, 0.01 / Math.sqrt(12)),
          (a) => droopAt(t.truth, a),
          t.truth.droopsAtDeg,
        ),
    },
  ],
  bridge: [
    {
      of: 'span at 0.5 mm of sag',
      unit: 'mm',
      truth: (t) => t.truth.sagsAtMm,
      interval: (t) => crossingOf(t),
      knownSd: (t) =>
        knownSdOfCrossing(t, 2, Math.hypot(0.04, 0.01 / Math.sqrt(12)), (v) => sagAt(t.truth, v), t.truth.sagsAtMm),
    },
  ],
  'reference-part': [
    {
      of: 'mean change of scores',
      unit: 'scores',
      truth: (t) =>
        mean(
          scored(t).map(
            (f) =>
              figureAt(readCoupon(t.lines), t.truth, { kind: 'reference-part', band: 1, feature: f, repeat: 1 })! -
              figureAt(readCoupon(t.before!.lines), t.truth, {
                kind: 'reference-part',
                band: 1,
                feature: f,
                repeat: 1,
              })!,
          ),
        ),
      interval: (t) => stepOf(t).interval,
      knownSd: () => Math.sqrt((0.4 ** 2 + 1 / 12) / 8),
    },
  ],
  'head-offset': (['x', 'y'] as const).map((axis) => ({
    of: `offset ${axis.toUpperCase()}`,
    unit: 'mm',
    truth: (t: Trialled) => -t.truth.headMm[axis],
    interval: (t: Trialled) => proven(t, `headOffset${axis.toUpperCase()}Mm`),
    knownSd: () => (0.1 * Math.hypot(0.35, 0.5 / Math.sqrt(12))) / Math.sqrt(4),
  })),
  dimensions: (['x', 'y', 'z'] as const).map((axis) => ({
    of: `scale ${axis.toUpperCase()}`,
    unit: '%',
    truth: (t: Trialled) => 100 / t.truth.shrink[axis],
    interval: (t: Trialled) => proven(t, `scale${axis.toUpperCase()}Percent`),
    knownSd: (t: Trialled) => knownSdOfScale(axis, t.truth.rippleMm),
  })),
};
/** Spread of the root of a line whose slope is known, by readings of known noise. */
function knownSdOfRefill(t: Trialled): number {
  const sd = Math.hypot(0.012, 0.01 / Math.sqrt(12));
  const x = t.bands.map((b) => b.value);
  const middle = mean(x);
  const spread = x.reduce((s, v) => s + 2 * (v - middle) ** 2, 0);
  return (sd * Math.sqrt(1 / (2 * x.length) + (t.truth.oozeMm - middle) ** 2 / spread)) / t.truth.bumpPerMm;
}
const scored = (t: Trialled): string[] => [
  ...new Set(t.readings.filter((r) => r.feature.startsWith('score ')).map((r) => r.feature)),
];
function stepOf(t: Trialled) {
  const r = analyseStep(pairsOf(t.before!.readings, t.readings));
  if (!r.ok) throw new Error(r.failure.what);
  return r.value;
}
function strandsOf(t: Trialled) {
  const r = analyseHighestFlow(
    t.readings.map((x) => ({
      flowMm3PerS: t.bands[x.band - 1]!.value,
      expectedG: (1.27 * 400 * filamentAreaMm2(1.75)) / 1000,
      measuredG: x.value,
    })),
  );
  if (!r.ok) throw new Error(r.failure.what);
  return r.value;
}

/** Interval of the crossing, undone of the share that is stored. */
function crossingOf(t: Trialled): readonly [number, number] {
  if (!t.result.ok) throw new Error('refused');
  const [from, to] = t.result.value.chart!.interval ?? [t.bands[t.bands.length - 1]!.value, Infinity];
  return [from, to];
}
const layersOf = (t: Trialled): { zMm: number; timeS: number }[] =>
  Array.from({ length: 25 }, (_, i) => ({ zMm: t.params[`z ${i}`]!, timeS: t.params[`time ${i}`]! }));
/** Bow of the bed on average over the places measured. */
const meanBow = (t: Trialled): number => {
  const n = Array.from({ length: 9 }, (_, i) => [t.params[`x ${i + 1}`]!, t.params[`y ${i + 1}`]!] as const);
  const cx = n.reduce((s, p) => s + p[0], 0) / 9;
  const cy = n.reduce((s, p) => s + p[1], 0) / 9;
  return (
    n.reduce((s, [x, y]) => s + bedAt({ ...t.truth, bed: { ...t.truth.bed, offsetMm: 0 } }, x - cx, y - cy), 0) / 9
  );
};
/** Spread of where a quadratic through the bands passes a level, for one who knows the noise and the slope there. */
function knownSdOfCrossing(t: Trialled, repeats: number, sd: number, curve: (x: number) => number, at: number): number {
  const x = t.bands.map((b) => b.value);
  const low = Math.min(...x);
  const span = Math.max(...x) - low;
  const u = (v: number): number => (v - low) / span;
  const inv = inverse3(
    informationOf(
      x.map(u),
      x.map(() => repeats / (sd * sd)),
    ),
  );
  const g = [1, u(at), u(at) ** 2];
  const slope = (curve(at * 1.001) - curve(at * 0.999)) / (0.002 * at);
  return (
    Math.sqrt(g.reduce((s, gi, i) => s + g.reduce((r, gj, j) => r + gi * gj * inv[i]![j]!, 0), 0)) / Math.abs(slope)
  );
}
/** Spread of the lowest place of a parabola through squares of readings, for one who knows the noise of every one. */
function knownSdOfLowest(x: readonly number[], change: (k: number) => number, at: number): number {
  const sd = Math.hypot(0.007, 0.01 / Math.sqrt(12));
  const span = Math.max(...x);
  const inv = inverse3(
    informationOf(
      x.map((k) => k / span),
      x.map((k) => 2 / (4 * change(k) ** 2 * sd * sd + 2 * sd ** 4)),
    ),
  );
  const c = (2.4 * span) ** 2;
  const b = -2 * c * (at / span);
  const s = [0, -1 / (2 * c), b / (2 * c * c)];
  return span * Math.sqrt(s.reduce((v, si, i) => v + s.reduce((r, sj, j) => r + si * sj * inv[i]![j]!, 0), 0));
}
const informationOf = (x: readonly number[], w: readonly number[]): number[][] =>
  [0, 1, 2].map((i) => [0, 1, 2].map((j) => x.reduce((s, v, k) => s + w[k]! * v ** (i + j), 0)));
/** Weighted least squares of the decay with known weights, and the spread of its root. */
function knownSdOfRoot(
  x: readonly number[],
  count: (d: number) => number,
  sd: (n: number) => number,
  a: number,
  b: number,
  c: number,
  level: number,
): number {
  const info = [
    [0, 0, 0],
    [0, 0, 0],
    [0, 0, 0],
  ];
  for (const d of x) {
    const e = Math.exp(-b * d);
    const g = [e, -a * d * e, 1];
    const w = 1 / sd(count(d)) ** 2;
    for (let i = 0; i < 3; i++) for (let j = 0; j < 3; j++) info[i]![j]! += w * g[i]! * g[j]!;
  }
  const root = Math.log(a / (level - c)) / b;
  const s = [1 / (a * b), -root / b, 1 / (b * (level - c))];
  const inv = inverse3(info);
  return Math.sqrt(s.reduce((v, si, i) => v + s.reduce((u, sj, j) => u + si * sj * inv[i]![j]!, 0), 0));
}
/** Spread of a scale for one who knows the noise: sample and calliper's own error through the same design. */
function knownSdOfScale(axis: 'x' | 'y' | 'z', rippleMm: number): number {
  const design = (axis === 'z' ? [5, 12, 24] : [20, 40, 70])
    .flatMap(
      (l) =>
        [
          [l, 1],
          [l, 1],
        ] as [number, number][],
    )
    .concat(
      axis === 'z'
        ? []
        : [6, 10, 16].flatMap(
            (l) =>
              [
                [l, -1],
                [l, -1],
              ] as [number, number][],
          ),
    );
  const sum = (f: (n: number, s: number) => number): number => design.reduce((a, [n, k]) => a + f(n, k), 0);
  const snn = sum((n) => n * n);
  const sns = sum((n, k) => n * k);
  const ss = design.length;
  const det = snn * ss - sns * sns;
  const leak = (ss * sum((n) => n) - sns * sum((_, k) => k)) / det;
  return 100 * Math.hypot(Math.sqrt((rippleMm ** 2 + 0.006 ** 2 + 0.01 ** 2 / 12) * (ss / det)), 0.005 * leak);
}
function knownSdOfBreak(x: readonly number[], at: number, loss: number, sd: number): number {
  const info = [
    [0, 0, 0],
    [0, 0, 0],
    [0, 0, 0],
  ];
  for (const q of x) {
    const over = Math.max(0, q - at);
    const g = [1, -over, over > 0 ? loss : 0];
    for (let i = 0; i < 3; i++) for (let j = 0; j < 3; j++) info[i]![j]! += (g[i]! * g[j]!) / (sd * sd);
  }
  return Math.sqrt(inverse3(info)[2]![2]!);
}
function inverse3(m: readonly (readonly number[])[]): number[][] {
  const c = (i: number, j: number): number => {
    const r = [0, 1, 2].filter((k) => k !== i);
    const s = [0, 1, 2].filter((k) => k !== j);
    return (-1) ** (i + j) * (m[r[0]!]![s[0]!]! * m[r[1]!]![s[1]!]! - m[r[0]!]![s[1]!]! * m[r[1]!]![s[0]!]!);
  };
  const det = [0, 1, 2].reduce((s, j) => s + m[0]![j]! * c(0, j), 0);
  return [0, 1, 2].map((i) => [0, 1, 2].map((j) => c(j, i) / det));
}
const median = (v: readonly number[]): number => [...v].sort((a, b) => a - b)[v.length >> 1] ?? NaN;

/** A row of the table in docs/trials.md. */
export const tableRow = (c: Coverage): string =>
  `| ${[c.kind, c.of, `${c.covered} of ${c.seeds - c.refused}`, c.refused, `${Number(c.medianWidth.toPrecision(3))} ${c.unit}`.trim(), c.ratio === null ? '–' : c.ratio.toFixed(2)].join(' | ')} |`;

export function coverageOf(kind: FilamentKind, seeds: readonly number[] = SEEDS): Coverage[] {
  const prepared = prepare(kind);
  const asked = questions[kind.key] ?? [];
  const tried = seeds.map((s) => tryOut(prepared, s));
  const answered = tried.filter((t) => t.result.ok);
  return asked.map((q) => {
    const pairs = answered.map((t) => ({
      truth: q.truth(t),
      interval: q.interval(t),
      known: q.knownSd ? 2 * 1.96 * q.knownSd(t) : null,
    }));
    const width = median(pairs.map((p) => p.interval[1] - p.interval[0]));
    return {
      kind: kind.key,
      of: q.of,
      unit: q.unit,
      seeds: seeds.length,
      refused: tried.length - answered.length,
      covered: pairs.filter((p) => p.interval[0] <= p.truth && p.truth <= p.interval[1]).length,
      medianWidth: width,
      ratio: q.knownSd ? width / median(pairs.map((p) => p.known!)) : null,
    };
  });
}
