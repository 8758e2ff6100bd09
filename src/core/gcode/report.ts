import { beadWidthMm, filamentAreaMm2 } from '../toolpath/bead.ts';
import type { ProblemKind } from './interpreter.ts';
import type { ProgramRun } from './program.ts';

export interface LayerRow {
  readonly zMm: number;
  readonly timeS: number;
  readonly filamentMm: number;
  readonly peakFlowMm3PerS: number;
  readonly peakFlowLine: number;
  readonly minX: number;
  readonly maxX: number;
  readonly minY: number;
  readonly maxY: number;
  readonly firstLine: number;
  /** Path laid with plastic, mm, and times the filament was drawn back. */
  readonly pathMm: number;
  readonly retractions: number;
  /** Fastest plastic was laid, as planned. */
  readonly topSpeedMmPerS: number;
}

interface Box {
  readonly min: readonly number[];
  readonly max: readonly number[];
  readonly minLine: readonly number[];
  readonly maxLine: readonly number[];
}

/** Everything a check reads from a G-code program: plain data, the same from a browser worker, the server and the command line. */
export interface GcodeReport {
  readonly kind: 'gcode';
  readonly complete: boolean;
  readonly lines: number;
  readonly bytes: number;
  readonly layers: number;
  readonly spiral: boolean;
  readonly timeS: number;
  readonly heatingS: number;
  readonly filamentMm: number;
  readonly extrudedVolumeMm3: number;
  readonly boundsMm: Box | null;
  readonly reachedMm: Box | null;
  /** Outer size of what is laid above the first layer, where skirt and brim are left behind: widths of lines included, and the height
   *  of the last layer; null where there is one layer or none. */
  readonly outerMm: readonly [x: number, y: number, z: number] | null;
  readonly nozzleMaxC: number;
  readonly nozzleMaxLine: number;
  readonly nozzleMinExtrudingC: number | null;
  readonly nozzleMinExtrudingLine: number;
  readonly nozzleMaxExtrudingC: number | null;
  readonly nozzleMaxExtrudingLine: number;
  readonly bedMinExtrudingC: number | null;
  readonly bedMinExtrudingLine: number;
  readonly bedMaxC: number;
  readonly bedMaxLine: number;
  /** Highest chamber temperature asked for; 0 where none is. */
  readonly chamberMaxC: number;
  readonly chamberMaxLine: number;
  readonly nozzleAtEndC: number;
  readonly bedAtEndC: number;
  readonly highestFlowMm3PerS: number;
  readonly highestFlowLine: number;
  readonly highestFlowCommandedMm3PerS: number;
  readonly retractions: number;
  readonly longestRetractionMm: number;
  readonly longestRetractionLine: number;
  readonly shortestRetractionMm: number | null;
  readonly shortestRetractionLine: number;
  readonly fastestRetractionMmPerS: number;
  readonly extrudingMoves: number;
  readonly travelMoves: number;
  readonly firstExtrusionLine: number;
  readonly coldExtrusionLine: number;
  readonly coldBedLine: number;
  readonly homedLine: number;
  readonly movedBeforeHomingLine: number;
  readonly highestAccelerationMmPerS2: number;
  readonly highestAccelerationLine: number;
  readonly speedBeyond: readonly { readonly mmPerS: number; readonly line: number; readonly count: number }[];
  readonly tools: readonly { readonly tool: number; readonly line: number }[];
  /** Part fan as it is set; the first 64 settings. */
  readonly fan: readonly { readonly percent: number; readonly line: number }[];
  readonly fanMaxPercent: number;
  readonly fanMaxLine: number;
  /** Where the program goes on laying below what it has laid before. */
  readonly backDown: { readonly zMm: number; readonly besideMm: number; readonly line: number } | null;
  readonly inchesLine: number;
  readonly pauses: number;
  readonly pauseLine: number;
  readonly longestDwellS: number;
  readonly longestDwellLine: number;
  readonly speedFactor: { readonly percent: number; readonly line: number } | null;
  readonly flowFactor: { readonly percent: number; readonly line: number } | null;
  readonly wrongChecksums: number;
  readonly wrongChecksumLine: number;
  /** Where the tool is left. */
  readonly endMm: readonly [number, number, number];
  readonly unknownWords: readonly { readonly word: string; readonly count: number; readonly line: number }[];
  /** The first 50 lines that cannot be read as they are written: the kind is for rules, the text for people. */
  readonly problems: readonly { readonly line: number; readonly kind: ProblemKind; readonly text: string }[];
  readonly problemCount: number;
  readonly layerRows: readonly LayerRow[];
}

/** The report of what a run has read so far. */
export function reportOf(
  run: ProgramRun,
  lines: number,
  bytes: number,
  complete: boolean,
  filamentDiameterMm: number,
): GcodeReport {
  const f = run.facts;
  const box = (b: ProgramRun['extruded']): Box | null =>
    b.min[0] === Infinity
      ? null
      : { min: [...b.min], max: [...b.max], minLine: [...b.minLine], maxLine: [...b.maxLine] };
  return {
    kind: 'gcode',
    complete,
    lines,
    bytes,
    layers: run.heightsSeen,
    spiral: Math.round(f.spiralTurns) >= 1,
    timeS: run.layers.timeS + f.dwellS,
    heatingS: f.heatingS,
    filamentMm: run.filamentMm,
    extrudedVolumeMm3: run.filamentMm * filamentAreaMm2(filamentDiameterMm),
    boundsMm: box(run.extruded),
    reachedMm: box(run.reached),
    outerMm: outerOf(run),
    nozzleMaxC: f.nozzleMaxC,
    nozzleMaxLine: f.nozzleMaxLine,
    nozzleMinExtrudingC: Number.isFinite(f.nozzleMinExtrudingC) ? f.nozzleMinExtrudingC : null,
    nozzleMinExtrudingLine: f.nozzleMinExtrudingLine,
    nozzleMaxExtrudingC: Number.isFinite(f.nozzleMaxExtrudingC) ? f.nozzleMaxExtrudingC : null,
    nozzleMaxExtrudingLine: f.nozzleMaxExtrudingLine,
    bedMinExtrudingC: Number.isFinite(f.bedMinExtrudingC) ? f.bedMinExtrudingC : null,
    bedMinExtrudingLine: f.bedMinExtrudingLine,
    bedMaxC: f.bedMaxC,
    bedMaxLine: f.bedMaxLine,
    chamberMaxC: f.chamberMaxC,
    chamberMaxLine: f.chamberMaxLine,
    nozzleAtEndC: f.nozzleTargetC,
    bedAtEndC: f.bedTargetC,
    highestFlowMm3PerS: run.layers.peakFlow,
    highestFlowLine: run.layers.peakFlowLine,
    highestFlowCommandedMm3PerS: run.layers.peakFlowCommanded,
    retractions: f.retractions,
    longestRetractionMm: f.longestRetractionMm,
    longestRetractionLine: f.longestRetractionLine,
    shortestRetractionMm: Number.isFinite(f.shortestRetractionMm) ? f.shortestRetractionMm : null,
    shortestRetractionLine: f.shortestRetractionLine,
    fastestRetractionMmPerS: f.fastestRetractionMmPerS,
    extrudingMoves: f.extrudingMoves,
    travelMoves: f.travelMoves,
    firstExtrusionLine: f.firstExtrusionLine,
    coldExtrusionLine: f.coldExtrusionLine,
    coldBedLine: f.coldBedLine,
    homedLine: f.homedLine,
    movedBeforeHomingLine: f.movedBeforeHomingLine,
    highestAccelerationMmPerS2: f.highestAccelerationMmPerS2,
    highestAccelerationLine: f.highestAccelerationLine,
    speedBeyond: f.speedBeyond.map((s) => ({ ...s })),
    tools: f.tools.map((tool, i) => ({ tool, line: f.toolLine[i]! })),
    fan: f.fan.map((s) => ({ ...s })),
    fanMaxPercent: f.fanMaxPercent,
    fanMaxLine: f.fanMaxLine,
    backDown: f.backDown,
    inchesLine: f.inchesLine,
    pauses: f.pauses,
    pauseLine: f.pauseLine,
    longestDwellS: f.longestDwellS,
    longestDwellLine: f.longestDwellLine,
    speedFactor: f.speedFactor,
    flowFactor: f.flowFactor,
    wrongChecksums: f.wrongChecksums,
    wrongChecksumLine: f.wrongChecksumLine,
    endMm: run.endMm,
    unknownWords: [...f.unknownWords].map(([word, seen]) => ({ word, ...seen })),
    problems: f.problems.slice(),
    problemCount: f.problemCount,
    layerRows: rowsOf(run),
  };
}

function outerOf(run: ProgramRun): GcodeReport['outerMm'] {
  const { columns: c, count } = run.layers;
  const order = Array.from({ length: count }, (_, i) => i).sort((a, b) => c.zMm[a]! - c.zMm[b]!);
  const box = [Infinity, -Infinity, Infinity, -Infinity];
  for (const [n, i] of order.entries()) {
    if (n === 0 || !Number.isFinite(c.minX[i]!)) continue;
    const heightMm = c.zMm[i]! - c.zMm[order[n - 1]!]!;
    const half = (areaMm2: number): number => beadWidthMm(areaMm2, heightMm) / 2;
    box[0] = Math.min(box[0]!, c.minX[i]! - half(c.minXArea[i]!));
    box[1] = Math.max(box[1]!, c.maxX[i]! + half(c.maxXArea[i]!));
    box[2] = Math.min(box[2]!, c.minY[i]! - half(c.minYArea[i]!));
    box[3] = Math.max(box[3]!, c.maxY[i]! + half(c.maxYArea[i]!));
  }
  return Number.isFinite(box[0]!) ? [box[1]! - box[0]!, box[3]! - box[2]!, c.zMm[order.at(-1)!]!] : null;
}

function rowsOf(run: ProgramRun): LayerRow[] {
  const { columns: c, count } = run.layers;
  const rows: LayerRow[] = [];
  for (let i = 0; i < count; i++) {
    rows.push({
      zMm: c.zMm[i]!,
      timeS: c.timeS[i]!,
      filamentMm: c.filamentMm[i]!,
      peakFlowMm3PerS: c.peakFlow[i]!,
      peakFlowLine: c.peakFlowLine[i]!,
      minX: c.minX[i]!,
      maxX: c.maxX[i]!,
      minY: c.minY[i]!,
      maxY: c.maxY[i]!,
      firstLine: c.firstLine[i]!,
      pathMm: c.pathMm[i]!,
      retractions: c.retractions[i]!,
      topSpeedMmPerS: c.topSpeed[i]!,
    });
  }
  return rows.sort((a, b) => a.zMm - b.zMm);
}
