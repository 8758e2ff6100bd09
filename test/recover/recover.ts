import { exampleLimits } from '../../src/core/motion/limits.ts';
import {
  wantedOf,
  type Band,
  type Coupon,
  type ReadingOf,
  type FilamentKind,
} from '../../src/areas/trials/kinds/define.ts';
import type { Values } from '../../src/areas/library/settings/define.ts';
import type { CouponSettings } from '../../src/core/toolpath/couponSettings.ts';
import { plainDialect } from '../../src/core/gcode/write.ts';

import { truthOf, type Truth } from '../../standins/controller/truth.ts';
import { readBench } from '../../standins/instruments/bench.ts';

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
  standbyC: null,
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
export const words: Values = {
  ...values,
  highestFlowMm3PerS: 14,
  pressureCommand: 'M4100 S{value}',
  feedType: 'direct',
};
export const limits = {
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
  /** The same of other readings of the same print. */
  readonly analyse: (readings: readonly ReadingOf[]) => ReturnType<FilamentKind['analyse']>;
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
  const analyse = (of: readonly ReadingOf[]): Trialled['result'] =>
    kind.analyse(of, {
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
            changedSince: ['nozzle', 'retraction', 'flow'],
            values,
            params,
            bands: coupon.bands,
          },
        ],
      }),
    });
  return { truth, lines, bands: coupon.bands, params, readings, before, result: analyse(readings), analyse };
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
const median = (v: readonly number[]): number => [...v].sort((a, b) => a - b)[v.length >> 1] ?? NaN;

/** A row of the table in docs/trials.md. */
export const tableRow = (c: Coverage): string =>
  `| ${[c.kind, c.of, `${c.covered} of ${c.seeds - c.refused}`, c.refused, `${Number(c.medianWidth.toPrecision(3))} ${c.unit}`.trim(), c.ratio === null ? '–' : c.ratio.toFixed(2)].join(' | ')} |`;

export function coverageOf(
  kind: FilamentKind,
  asked: readonly Question[],
  seeds: readonly number[] = SEEDS,
): Coverage[] {
  const prepared = prepare(kind);
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
