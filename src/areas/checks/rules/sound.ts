import type { GcodeReport } from '../../../core/gcode/report.ts';
import { exampleLimits } from '../../../core/motion/limits.ts';
import type { Proof } from '../../library/model/records.ts';
import { cleanRecipe } from '../../library/rules/clean.ts';
import { noCeilings } from '../../machines/model/policy.ts';
import type { RecipeMachine } from '../../library/rules/define.ts';
import type { Values } from '../../library/settings/define.ts';
import type { LimitSheet } from '../model/sheet.ts';
import type { RuleInput } from './define.ts';

const proof = (key: string, value: number, min: number, max: number): Proof => ({
  key,
  state: 'proven',
  value,
  uncertainty: 0.01,
  range: { min, max, minEnd: 'notTriedBeyond', maxEnd: 'notTriedBeyond' },
  trialId: 't1',
  trialName: 'T-0001',
  provenOn: '2026-11-01T00:00:00.000Z',
  ageDays: 20,
  daysLeft: 70,
  because: null,
  conditions: {},
});

const clean = cleanRecipe('filament');
const soundSheet: LimitSheet = {
  job: { class: 'in-house', provenOnly: false, fileName: 'vent.gcode', quantity: 1, purpose: null },
  policy: { ceilings: noCeilings, firstLayerMostMmPerS: null },
  machine: {
    id: 'm',
    name: 'Rifugio Vodice',
    travelMm: [220, 220, 240],
    motion: exampleLimits,
    bedMaxC: 110,
    fileNameLongest: 32,
    fileNameSpaces: false,
    ratePerHour: 1,
    heads: 1,
    isConnected: true,
    asKnown: clean.machine!,
    mounted: { id: 'tool', name: '0.4 hardened', nozzleMm: 0.4 },
    loaded: { id: 'asa', name: 'Torba ASA natural', lot: '2231', remainingG: 700 },
  },
  recipe: {
    tool: { id: 'tool', name: '0.4 hardened', nozzleMm: 0.4, hotEndMaxC: 290, catalogueFlowMm3PerS: 12 },
    material: {
      id: 'asa',
      name: 'Torba ASA natural',
      densityGPerCm3: 1.07,
      pricePerKg: 30,
      nozzleRangeC: [240, 260],
      bedRangeC: [90, 110],
    },
    process: { id: 'fine', name: 'Fine 0.20' },
    flow: 0.96,
    values: clean.values,
    roles: clean.roles,
  },
  proofs: {
    flow: proof('flow', 0.96, 0.93, 0.99),
    nozzleC: proof('nozzleC', 248, 244, 252),
    bedC: proof('bedC', 100, 95, 105),
    highestFlowMm3PerS: proof('highestFlowMm3PerS', 10.4, 0, 10.4),
    retractionMm: proof('retractionMm', 1.1, 1.1, 1.8),
  },
};

const soundReport: GcodeReport = {
  kind: 'gcode',
  complete: true,
  lines: 900,
  bytes: 20000,
  layers: 2,
  spiral: false,
  timeS: 3600,
  heatingS: 200,
  filamentMm: 4000,
  extrudedVolumeMm3: 9621,
  boundsMm: { min: [90, 90, 0.2], max: [130, 130, 40], minLine: [20, 20, 20], maxLine: [21, 21, 800] },
  reachedMm: { min: [0, 0, 0], max: [130, 130, 45], minLine: [5, 5, 5], maxLine: [21, 21, 880] },
  nozzleMaxC: 248,
  nozzleMaxLine: 4,
  nozzleMinExtrudingC: 248,
  nozzleMinExtrudingLine: 20,
  nozzleMaxExtrudingC: 248,
  nozzleMaxExtrudingLine: 20,
  bedMinExtrudingC: 100,
  bedMinExtrudingLine: 20,
  bedMaxC: 100,
  bedMaxLine: 3,
  nozzleAtEndC: 0,
  bedAtEndC: 0,
  highestFlowMm3PerS: 8.2,
  highestFlowLine: 300,
  highestFlowCommandedMm3PerS: 8.4,
  retractions: 40,
  longestRetractionMm: 1.1,
  longestRetractionLine: 44,
  shortestRetractionMm: 1.1,
  shortestRetractionLine: 44,
  fastestRetractionMmPerS: 35,
  extrudingMoves: 700,
  travelMoves: 120,
  firstExtrusionLine: 20,
  coldExtrusionLine: 0,
  coldBedLine: 0,
  homedLine: 5,
  movedBeforeHomingLine: 0,
  highestAccelerationMmPerS2: 800,
  highestAccelerationLine: 10,
  speedBeyond: [0, 1, 2, 3].map(() => ({ mmPerS: 0, line: 0, count: 0 })),
  tools: [],
  fan: [{ percent: 20, line: 201 }],
  fanMaxPercent: 20,
  fanMaxLine: 201,
  backDown: null,
  inchesLine: 0,
  pauses: 0,
  pauseLine: 0,
  longestDwellS: 0,
  longestDwellLine: 0,
  speedFactor: null,
  flowFactor: null,
  wrongChecksums: 0,
  wrongChecksumLine: 0,
  endMm: [0, 200, 60],
  unknownWords: [],
  problems: [],
  problemCount: 0,
  layerRows: [
    {
      zMm: 0.2,
      timeS: 1800,
      filamentMm: 2000,
      peakFlowMm3PerS: 5,
      peakFlowLine: 30,
      minX: 90,
      maxX: 130,
      minY: 90,
      maxY: 130,
      firstLine: 20,
      pathMm: 63_000,
      retractions: 18,
      topSpeedMmPerS: 20,
    },
    {
      zMm: 0.4,
      timeS: 1800,
      filamentMm: 2000,
      peakFlowMm3PerS: 8.2,
      peakFlowLine: 300,
      minX: 90,
      maxX: 130,
      minY: 90,
      maxY: 130,
      firstLine: 200,
      pathMm: 63_000,
      retractions: 22,
      topSpeedMmPerS: 60,
    },
  ],
};

interface Changes {
  readonly report?: Partial<GcodeReport>;
  readonly job?: Partial<LimitSheet['job']>;
  readonly machine?: Partial<LimitSheet['machine']>;
  readonly tool?: Partial<LimitSheet['recipe']['tool']>;
  readonly material?: Partial<LimitSheet['recipe']['material']>;
  readonly recipe?: Partial<
    Pick<LimitSheet['recipe'], 'flow' | 'scalePercent' | 'lay' | 'lowestLayerTimeS' | 'family' | 'roles'>
  >;
  /** Effective values, and what is known of the machine, as recipes' rules read them. */
  readonly values?: Values;
  readonly known?: Partial<RecipeMachine>;
  readonly policy?: Partial<NonNullable<LimitSheet['policy']>>;
  readonly proofs?: Record<string, Partial<Proof> | null>;
}

/** A plain sound job with some things changed: what rule examples are written as. */
export function soundJob(changes: Changes = {}): RuleInput {
  const proofs = { ...soundSheet.proofs };
  for (const [key, change] of Object.entries(changes.proofs ?? {})) {
    if (change === null) delete (proofs as Record<string, Proof>)[key];
    else (proofs as Record<string, Proof>)[key] = { ...proofs[key]!, ...change };
  }
  return {
    report: { ...soundReport, ...changes.report },
    sheet: {
      job: { ...soundSheet.job, ...changes.job },
      policy: { ...soundSheet.policy!, ...changes.policy },
      machine: {
        ...soundSheet.machine,
        asKnown: { ...clean.machine!, ...changes.known },
        ...changes.machine,
      },
      recipe: {
        ...soundSheet.recipe,
        values: { ...clean.values, ...changes.values },
        ...changes.recipe,
        tool: { ...soundSheet.recipe.tool, ...changes.tool },
        material: { ...soundSheet.recipe.material, ...changes.material },
      },
      proofs,
    },
  };
}
