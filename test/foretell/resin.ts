import { createHash } from 'node:crypto';
import { deflateSync, inflateSync } from 'node:zlib';
import { validResinContextFixture } from '../../src/areas/rules/fixture.ts';
import type { StackOutcome } from '../../src/areas/rules/outcome.ts';
import { checkStack } from '../../src/areas/rules/runStack.ts';
import { seededRandom } from '../../src/core/formats/random.ts';
import { METER_PLACES, METER_REACH } from '../../src/core/resin/lightMap.ts';
import { measuringStack } from '../../src/core/resin/measureStack.ts';
import type { PlateProgram, PlateSolid } from '../../src/core/resin/plate.ts';
import { readStack } from '../../src/core/resin/readStack.ts';
import { writeStack } from '../../src/core/resin/stack.ts';
import { runAll } from '../../src/core/result/stepwise.ts';
import { resinFate, type ResinTrouble, type ResinWorld } from '../../standins/resin/fate.ts';
import { lightAt, resinTruthOf } from '../../standins/resin/truth.ts';

/** One resin job: what was done to it, what the check said of its layers, and what became of it in the vat. */
export interface ResinForetold {
  readonly seed: number;
  readonly planted: ResinTrouble | null;
  readonly trouble: ResinTrouble | null;
  readonly outcome: StackOutcome;
}
const PIXELS = [300, 200] as const;
const PIXEL_MM = 0.1;
const LAYER_MM = 0.05;
const TOP_MM = 2.4;
const PLANTED_SHARE = 0.55;
const G_PER_ML = 1.1;
const sha256 = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');
const inflate = (packed: Uint8Array, most: number): Uint8Array => inflateSync(packed, { maxOutputLength: most });
const tools = { deflate: (raw: Uint8Array) => deflateSync(raw, { level: 1 }), sha256 };
const box = (x: number, y: number, w: number, d: number, fromMm: number, toMm: number, isCut = false): PlateSolid => ({
  ...{ shape: 'box', x, y, w, d, fromMm, toMm },
  ...(isCut && { isCut }),
});

/** What is planted, and how. */
const plantings: readonly (ResinTrouble | 'dim' | 'cold')[] = [
  'island',
  'torn off',
  'tip parted',
  'sucked off',
  'dim',
  'cold',
  'flooded',
  'ran dry',
];

/** A job of the row, the same for the same number. */
export function resinForetold(seed: number): ResinForetold {
  const random = seededRandom(31_000 + 6007 * seed);
  const between = (low: number, high: number): number => low + (high - low) * random();
  const isPlanted = random() < PLANTED_SHARE;
  const planted = isPlanted ? plantings[Math.floor(random() * plantings.length)]! : null;
  const healthy = resinTruthOf(70_000 + seed, 'none', LAYER_MM);
  const truth = {
    ...healthy,
    ...(planted === 'dim' && { fallOff: between(0.5, 0.7) }),
    // a resin that takes the cold badly
    ...(planted === 'cold' && { fallPerC: between(0.024, 0.03) }),
  };
  const light = METER_PLACES.map(([x, y]) => lightAt(truth, x * METER_REACH, y * METER_REACH) * (1 + truth.meterError));
  const meanLight = light.reduce((s, v) => s + v, 0) / light.length;
  const exposureS = Number((truth.sharpDose / meanLight).toFixed(2));
  // what an exposure ladder finds: a little above the light at which layers part
  const leastS = (1.04 * truth.ecMjPerCm2 * Math.exp((LAYER_MM + 0.008) / truth.dpMm)) / meanLight;
  const tipProvenMm = truth.partsMm + 3 * truth.partsSpreadMm;
  const resinC = planted === 'cold' ? between(0, 5) : between(21, 27);
  const vatHoldsMl = 250;
  const inVatMl =
    planted === 'flooded' ? between(260, 320) : planted === 'ran dry' ? between(0.005, 0.03) : between(60, 240);

  const at = planted === 'dim' ? ([-11, -6.5] as const) : ([between(-2, 2), between(-1, 1)] as const);
  const solids = shapeOf(planted, between, random, at, tipProvenMm);
  const motion = {
    lift: [
      { mm: 3, mmPerS: 1 },
      { mm: 4, mmPerS: 3 },
    ],
    return: [
      { mm: 6, mmPerS: 3 },
      { mm: 1, mmPerS: 1 },
    ],
    ...{ pauseBeforeLiftS: 0.5, pauseAtTopS: 0, pauseBeforeExposureS: 2 },
  };
  const plate: PlateProgram = {
    title: `job ${seed}`,
    pixelMm: [PIXEL_MM, PIXEL_MM],
    pixels: PIXELS,
    layerMm: LAYER_MM,
    ...{ samples: 1, lowestGrey: 0, compensationMm: 0 },
    ...{ bottomLayers: 6, bottomExposureS: 26, transitionLayers: 4 },
    motion,
    fields: [{ exposureS, solids }],
    places: [],
  };
  const stack = readStack(writeStack(plate, tools), sha256);
  if (!stack.ok) throw new Error(stack.failure.what);
  const world: ResinWorld = {
    ...{ truth, resinC, inVatMl, vatHoldsMl },
    peelNPerMm2: between(0.012, 0.018),
    strengthNPerMm2: between(4, 6),
    suckedOffN: between(8, 12),
  };
  const report = runAll(measuringStack(stack.value, inflate));
  if (!report.ok) throw new Error(report.failure.what);
  const proven = (value: number, min: number, max: number) => ({
    value,
    range: { min, max, minEnd: 'failedBeyond' as const, maxEnd: 'notTriedBeyond' as const },
  });
  const context = validResinContextFixture({
    values: {
      ...{ pixelMm: PIXEL_MM, screenPixelsX: PIXELS[0], screenPixelsY: PIXELS[1], travelXMm: 30, travelYMm: 20 },
      ...{ exposureS, exposureBottomS: 26, bottomLayers: 6, transitionLayers: 4, vatMl: vatHoldsMl },
    },
    machine: {
      loaded: { id: 'asa', name: 'Quarzo grey', lot: 'Q1', remainingG: inVatMl * G_PER_ML },
    },
    known: { resinC: Number(resinC.toFixed(1)), inVatMl },
    proofs: {
      irradianceMwPerCm2: { conditions: { light } },
      exposureS: proven(exposureS, leastS, 1.2 * exposureS),
      supportTipMm: proven(tipProvenMm + 0.05, tipProvenMm, 3),
    },
  });
  return {
    seed,
    planted: planted === 'dim' || planted === 'cold' ? 'no bond' : planted,
    trouble: resinFate(stack.value, world),
    outcome: checkStack({ stack: report.value, context }),
  };
}

type Between = (low: number, high: number) => number;
/** Something to print: a block, a frame, a table on tips or a vented cup, with what is planted in it. */
function shapeOf(
  planted: ResinTrouble | 'dim' | 'cold' | null,
  between: Between,
  random: () => number,
  [x, y]: readonly [number, number],
  tipMm: number,
): readonly PlateSolid[] {
  if (planted === 'sucked off') {
    const w = between(14, 17);
    const base = box(x, y, w, w, 0, TOP_MM);
    return [base, box(x, y, w - 3, w - 3, 0.4, TOP_MM, true)];
  }
  if (planted === 'torn off') {
    // a table far too large for its tips, which are thick enough
    const d = tipMm + between(0.1, 0.25);
    const w = Math.sqrt(between(600, 900) * d * d);
    return [...tips(x, y, w, 1, d), box(x, y, Math.min(18, w), Math.min(18, w), 1.6, TOP_MM)];
  }
  if (planted === 'tip parted') return onTips(x, y, between(4, 6), tipMm - between(0.12, 0.2));
  const kind = Math.floor(random() * 4);
  const w = planted === 'dim' ? 5 : between(5, 11);
  const d = planted === 'dim' ? 4 : between(4, 9);
  const plain =
    kind === 0
      ? [box(x, y, w, d, 0, TOP_MM)]
      : kind === 1
        ? [
            box(x, y, w, d, 0, TOP_MM),
            box(x, y, w - 2, d - 2, 0, TOP_MM, true),
            box(x, y - d / 2, 2.4, 2.4, 0, 1, true),
          ]
        : kind === 2
          ? onTips(x, y, between(4, 7), tipMm + between(0.15, 0.3))
          : [box(x, y, w, d, 0, 0.8), box(x, y, w * 0.7, d * 0.7, 0.8, TOP_MM)];
  return planted === 'island' ? [...plain, box(x + 10, y, between(0.6, 3), between(0.6, 3), 1.2, TOP_MM)] : plain;
}
const onTips = (x: number, y: number, w: number, mm: number): readonly PlateSolid[] => [
  ...tips(x, y, w, Math.max(3, Math.round(w / 1.8)), mm),
  box(x, y, w, w, 1.6, TOP_MM),
];
/** So many tips along each side under a table, on a raft. */
function tips(x: number, y: number, w: number, along: number, mm: number): readonly PlateSolid[] {
  const at = (i: number): number => (along === 1 ? 0 : (i / (along - 1) - 0.5) * (w - 1.2));
  const out: PlateSolid[] = [box(x, y, w + 1, w + 1, 0, 0.3)];
  for (let i = 0; i < along; i++)
    for (let k = 0; k < along; k++) out.push({ ...box(x + at(i), y + at(k), mm, mm, 0.3, 1.6), shape: 'disc' });
  return out;
}
