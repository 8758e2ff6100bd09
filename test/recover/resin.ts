import { createHash } from 'node:crypto';
import { constants, deflateSync } from 'node:zlib';
import { resinKinds } from '../../src/areas/trials/kinds/index.ts';
import { wantedOf, type Conditions, type ReadingOf, type ResinKind } from '../../src/areas/trials/kinds/define.ts';
import { plateSettingsOf } from '../../src/areas/trials/kinds/plateSettings.ts';
import { METER_PLACES, METER_REACH } from '../../src/core/resin/lightMap.ts';
import { readStack } from '../../src/core/resin/readStack.ts';
import { writeStack } from '../../src/core/resin/stack.ts';
import type { Values } from '../../src/areas/library/settings/define.ts';
import { betweenMarksMm, viewWidthMm } from '../../src/areas/trials/model/micrograph.ts';
import { micrograph } from '../../standins/resin/microscope.ts';
import { readResinBench } from '../../standins/resin/bench.ts';
import { PrintedStack } from '../../standins/resin/printed.ts';
import { lightAt, resinTruthOf, ROOM_C, type PlateFault, type ResinTruth } from '../../standins/resin/truth.ts';
import { SEEDS, type Coverage } from './recover.ts';

/** A printer whose pixels are not square. */
export const resinValues: Values = {
  travelXMm: 152,
  travelYMm: 86,
  travelZMm: 170,
  pixelMm: 0.034,
  pixelYMm: 0.04,
  screenPixelsX: 4480,
  screenPixelsY: 2160,
  subExposures: true,
  samplesPerPixel: 4,
  samplesPerPixelMost: 4,
  resinLayerMm: 0.05,
  exposureS: 2.6,
  exposureBottomS: 26,
  bottomLayers: 5,
  transitionLayers: 5,
  irradianceMwPerCm2: 3.15,
  penetrationDepthMm: 0.14,
  criticalDoseMjPerCm2: 4.1,
  liftFirstMm: 6,
  liftFirstMmPerS: 1,
  returnFirstMm: 6,
  returnFirstMmPerS: 3,
  pauseBeforeExposureS: 2,
  supportTipMm: 0.4,
};
const sha256 = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');
const tools = { deflate: (raw: Uint8Array) => deflateSync(raw, { level: 1, strategy: constants.Z_RLE }), sha256 };
export const meanLight = (t: ResinTruth): number =>
  METER_PLACES.reduce((s, [x, y]) => s + lightAt(t, x * METER_REACH, y * METER_REACH), 0) / METER_PLACES.length;

export interface ResinTrialled {
  readonly truth: ResinTruth;
  readonly readings: readonly ReadingOf[];
  readonly conditions: Omit<Conditions, 'series'>;
  readonly result: ReturnType<ResinKind['analyse']>;
}
export interface PreparedPlate {
  readonly kind: ResinKind;
  readonly print: PrintedStack | null;
  readonly bands: readonly number[];
  readonly options: Readonly<Record<string, number>>;
}

/** A plate of a kind, written as a stack, read back and printed: the same for every seeded machine. */
export function preparePlate(
  kind: ResinKind,
  over: Values = {},
  chosen: Readonly<Record<string, number>> = {},
): PreparedPlate {
  const values = { ...resinValues, ...over };
  const bands = kind.bandsFor(values, { hardware: {}, supplier: {} });
  if (!bands.ok) throw new Error(bands.failure.what);
  const options = { ...Object.fromEntries((kind.options ?? []).map((o) => [o.key, o.default])), ...chosen };
  const made = kind.plate(plateSettingsOf(values, 'recover'), bands.value, options);
  if (!made.ok) throw new Error(made.failure.what);
  const [program] = made.value.programs;
  if (!program) return { kind, print: null, bands: bands.value, options };
  const stack = readStack(writeStack(program, tools), sha256);
  if (!stack.ok) throw new Error(stack.failure.what);
  return {
    kind,
    print: new PrintedStack(
      stack.value,
      stack.value.manifest.layers.length,
      chosen['resinC'] ?? program.resinC ?? ROOM_C,
    ),
    bands: bands.value,
    options,
  };
}

/** What the bench reads of it on one seeded machine, and what the analysis says. The light map of that machine is known. */
export function tryPlate(
  p: PreparedPlate,
  seed: number,
  fault: PlateFault = 'none',
  over: Values = {},
  reader: typeof readResinBench = readResinBench,
  series: Conditions['series'] = [],
): ResinTrialled {
  const { kind, print, bands, options } = p;
  const truth = resinTruthOf(seed, fault);
  const values = { ...resinValues, ...over };
  const light = METER_PLACES.map(([x, y]) => lightAt(truth, x * METER_REACH, y * METER_REACH) * (1 + truth.meterError));
  const made = kind.plate(plateSettingsOf(values, '', light), bands, options);
  if (!made.ok) throw new Error(made.failure.what);
  const readings = Array.from({ length: Math.max(1, bands.length) }, (_, b) => b + 1).flatMap((band) =>
    kind.features.flatMap((f) =>
      Array.from({ length: wantedOf(f) }, (_, k): ReadingOf[] => {
        const text = reader(print, truth, { kind: kind.key, band, feature: f.key, repeat: k + 1 }, seed);
        if (text === null) throw new Error(`${kind.key}: nothing to read at band ${band}, ${f.key}`);
        return [{ band, feature: f.key, repeat: k + 1, value: Number(text) }];
      }).flat(),
    ),
  );
  const figures = Object.fromEntries(
    Object.entries(values).filter((e): e is [string, number] => typeof e[1] === 'number'),
  );
  const measuredLight: Record<string, number> =
    kind.key === 'working-curve' ? { irradianceMwPerCm2: meanLight(truth) } : {};
  const conditions = {
    values: { ...figures, ...measuredLight, ...(print && { resinC: print.resinC }) },
    params: { ...made.value.params, ...options },
    bands: made.value.bands,
  };
  return { truth, readings, conditions, result: kind.analyse(readings, { ...conditions, series }) };
}

const PICTURE_PX = 640;
/** What a person reads from the microscope's picture and from nothing else: two clicks, each on a pixel of the screen, at the mean of
 *  an edge. What is no width is told by eye. */
export const readPicture: typeof readResinBench = (print, truth, place, seed) => {
  const svg = micrograph(print, truth, place, seed);
  if (svg === null) return readResinBench(print, truth, place, seed);
  const viewMm = viewWidthMm(svg)!;
  const points = /id="between" d="M([^Z]+)Z"/
    .exec(svg)![1]!
    .split(' L')
    .map((p) => Number(p.split(' ')[0]));
  const half = points.length / 2;
  const click = (xs: readonly number[]): number => {
    const share = xs.reduce((a, b) => a + b) / xs.length / 1000 / viewMm;
    return Math.round(share * PICTURE_PX) / PICTURE_PX;
  };
  return betweenMarksMm(viewMm, click(points.slice(0, half)), click(points.slice(half))).toFixed(3);
};
export const LADDERS_C = [19.5, ROOM_C];
export interface ResinQuestion {
  readonly of: string;
  readonly unit: string;
  readonly truth: (t: ResinTruth) => number;
  readonly setting: string;
  /** Spread of one who knows everything but the answer; null where bands are what is told. */
  readonly knownSd: ((t: ResinTruth, bands: readonly number[]) => number) | null;
}

/** Trials that a kind compares with, as they come out on one seeded machine. */
export function seriesBefore(kind: ResinKind, reader: typeof readResinBench = readResinBench) {
  const ladder = resinKinds.find((k) => k.key === 'exposure-ladder')!;
  const before = kind.comparesWith ? LADDERS_C.map((resinC) => preparePlate(ladder, {}, { resinC })) : [];
  return (seed: number): NonNullable<Conditions['series']> =>
    before.map((b, i) => {
      const { readings, conditions } = tryPlate(b, seed, 'none', {}, reader);
      return { ...conditions, id: '', name: `ladder ${i}`, at: '', changedSince: [], readings };
    });
}

export function resinCoverage(
  kind: ResinKind,
  asked: readonly ResinQuestion[],
  seeds: readonly number[] = SEEDS,
  reader: typeof readResinBench = readResinBench,
): (Coverage & { readonly within2Percent: number })[] {
  const p = preparePlate(kind);
  const seriesAt = seriesBefore(kind, reader);
  const tried = seeds.map((s) => tryPlate(p, s, 'none', {}, reader, seriesAt(s)));
  const answered = tried.filter((t) => t.result.ok);
  const median = (v: number[]): number => v.sort((a, b) => a - b)[v.length >> 1]!;
  return asked.map((q) => {
    const rows = answered.map((t) => {
      if (!t.result.ok) throw new Error('refused');
      const proven = t.result.value.proven.find((x) => x.setting === q.setting)!;
      return { truth: q.truth(t.truth), proven, known: q.knownSd ? 2 * 1.96 * q.knownSd(t.truth, p.bands) : NaN };
    });
    const width = median(rows.map((r) => r.proven.interval[1] - r.proven.interval[0]));
    return {
      kind: kind.key,
      of: q.of,
      unit: q.unit,
      seeds: seeds.length,
      refused: tried.length - answered.length,
      covered: rows.filter((r) => r.proven.interval[0] <= r.truth && r.truth <= r.proven.interval[1]).length,
      within2Percent: rows.filter(
        (r) => Math.abs((r.proven.interval[0] + r.proven.interval[1]) / 2 / r.truth - 1) <= 0.02,
      ).length,
      medianWidth: width,
      ratio: q.knownSd ? width / median(rows.map((r) => r.known)) : null,
    };
  });
}

const WANTED: Readonly<Record<PlateFault, string>> = { none: 'fine', tilt: 'level', film: 'screen or film' };
/** How often a plate of each fault is read right, wrong or as unclear, over the fixed seeds. */
export function plateTally(): {
  readonly fault: PlateFault;
  readonly right: number;
  readonly wrong: number;
  readonly of: number;
  readonly row: string;
}[] {
  const p = preparePlate(resinKinds.find((k) => k.key === 'plate')!);
  return (Object.keys(WANTED) as PlateFault[]).map((fault) => {
    const says = SEEDS.map((seed) => {
      const { result } = tryPlate(p, seed, fault);
      return result.ok ? result.value.figures.find(([label]) => label === 'reading')![1] : 'unclear';
    });
    const right = says.filter((s) => s === WANTED[fault]).length;
    const unclear = says.filter((s) => s === 'unclear').length;
    const wrong = says.length - right - unclear;
    const row = `| ${fault} | ${WANTED[fault]} | ${right} of ${says.length} | ${unclear} | ${wrong} |`;
    return { fault, right, wrong, of: says.length, row };
  });
}
