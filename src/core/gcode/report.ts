import { beadWidthMm, filamentAreaMm2 } from '../toolpath/bead.ts';
import type { HeadFacts } from './facts.ts';
import type { Rectangle } from './bed.ts';
import type { PlacedPart } from './islands.ts';
import type { ProblemKind } from './interpreter.ts';
import type { Statement } from './statements.ts';
import type { ProgramRun } from './program.ts';

export interface LayerRow {
  /** Of parts that are laid one after another, which: 0 is the first. Rows kept before parts were told apart have none. */
  readonly part?: number;
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
  /** Path laid with plastic, mm. */
  readonly pathMm: number;
  /** Fastest plastic was laid, as planned. */
  readonly topSpeedMmPerS: number;
  /** Time until something is laid on it, at the place where that is soonest: null where nothing is. Rows kept before places were told apart
   *  have none. */
  readonly againS?: number | null;
  /** The middle of that place, where the row lies in several. */
  readonly againAtMm?: readonly [x: number, y: number];
}

interface Box {
  readonly min: readonly number[];
  readonly max: readonly number[];
  readonly minLine: readonly number[];
  readonly maxLine: readonly number[];
}

/** What a program asks of one head. */
export interface HeadReport {
  /** As the program calls it. */
  readonly tool: number;
  readonly filamentMm: number;
  readonly extrudedVolumeMm3: number;
  readonly nozzleMaxC: number;
  readonly nozzleMaxLine: number;
  readonly nozzleMinExtrudingC: number | null;
  readonly nozzleMinExtrudingLine: number;
  readonly nozzleMaxExtrudingC: number | null;
  readonly nozzleMaxExtrudingLine: number;
  readonly nozzleAtEndC: number;
  readonly highestFlowMm3PerS: number;
  readonly highestFlowLine: number;
  readonly highestFlowCommandedMm3PerS: number;
  readonly retractions: number;
  /** Most times that the drive took one and the same piece of filament back, and the line of the last of them. */
  readonly mostPasses: number;
  readonly mostPassesLine: number;
  readonly longestRetractionMm: number;
  readonly longestRetractionLine: number;
  readonly shortestRetractionMm: number | null;
  readonly shortestRetractionLine: number;
  readonly fastestRetractionMmPerS: number;
  readonly firstExtrusionLine: number;
  readonly coldExtrusionLine: number;
  /** Longest that it stands at each temperature while another head is at work, and the line from which on. Reports kept before it was read
   *  have none. */
  readonly rests?: readonly { readonly celsius: number; readonly s: number; readonly line: number }[];
}

/** Everything a check reads from a G-code program: plain data, the same from a browser worker, the server and the command line. */
export interface GcodeReport extends Omit<HeadReport, 'tool'> {
  readonly kind: 'gcode';
  /** Figures that belong to a head, by head: those that lay something, or are heated. The same figures of the whole program are the
   *  lowest, highest, first or sum of these. Reports kept before heads were told apart have none. */
  readonly heads?: readonly HeadReport[];
  readonly complete: boolean;
  readonly lines: number;
  readonly bytes: number;
  readonly layers: number;
  readonly spiral: boolean;
  readonly timeS: number;
  readonly heatingS: number;
  readonly boundsMm: Box | null;
  readonly reachedMm: Box | null;
  /** Outer size of what is laid above the first layer, where skirt and brim are left behind: widths of lines included, and the height
   *  of the last layer; null where there is one layer or none, and of a spiral, whose lines have no height of their own. */
  readonly outerMm: readonly [x: number, y: number, z: number] | null;
  readonly bedMinExtrudingC: number | null;
  readonly bedMinExtrudingLine: number;
  readonly bedMaxC: number;
  readonly bedMaxLine: number;
  /** Highest chamber temperature asked for; 0 where none is. */
  readonly chamberMaxC: number;
  readonly chamberMaxLine: number;
  readonly bedAtEndC: number;
  readonly extrudingMoves: number;
  readonly travelMoves: number;
  readonly coldBedLine: number;
  readonly homedLine: number;
  readonly movedBeforeHomingLine: number;
  /** First line laid after the motors were off and nothing was homed again; 0 where none is. */
  readonly laidUnheldLine: number;
  readonly highestAccelerationMmPerS2: number;
  readonly highestAccelerationLine: number;
  /** Hardest acceleration in force while something was laid, and the line that set it: 0 where the machine's own was. Reports kept before it
   *  was read have none. */
  readonly printAccelerationMmPerS2?: number;
  readonly printAccelerationLine?: number;
  /** Furthest that anything is laid from the middle of a round plate; 0 on others. */
  readonly furthestMm: number;
  readonly furthestLine: number;
  /** Furthest that anything is laid beyond the edge of a plate with an outline of its own; null where nothing is. Reports kept before it was
   *  read have none. */
  readonly beyondOutline?: {
    readonly mm: number;
    readonly line: number;
    readonly x: number;
    readonly y: number;
  } | null;
  /** Lines that stand behind the end of the program and are neither judged nor sent, and the first of them. */
  readonly afterEnd?: { readonly lines: number; readonly line: number };
  /** What the program says of itself in comments, the first of each kind. Reports kept before it was read have none. */
  readonly says?: readonly Statement[];
  readonly speedBeyond: readonly { readonly mmPerS: number; readonly line: number; readonly count: number }[];
  readonly tools: readonly { readonly tool: number; readonly line: number }[];
  /** Part fan as it is set; the first 64 settings. */
  readonly fan: readonly { readonly percent: number; readonly line: number }[];
  readonly fanMaxPercent: number;
  readonly fanMaxLine: number;
  /** Where the program goes on laying below what it has laid before. */
  readonly backDown: { readonly zMm: number; readonly besideMm: number; readonly line: number } | null;
  /** Deepest the nozzle is sent through what was laid, and where; null where it is not. Reports kept before it was read have none. */
  readonly struck?: {
    readonly deepMm: number;
    readonly zMm: number;
    readonly line: number;
    readonly x: number;
    readonly y: number;
  } | null;
  readonly inchesLine: number;
  readonly pauses: number;
  readonly pauseLine: number;
  /** What takes its time beside moves: homings (of one axis a third), levellings, primings by macro, changes of head. Reports kept before
   *  they were counted have none. */
  readonly besides?: Readonly<Record<'homings' | 'levellings' | 'primings' | 'headChanges', number>>;
  readonly longestDwellS: number;
  readonly longestDwellLine: number;
  readonly speedFactor: { readonly percent: number; readonly line: number } | null;
  readonly flowFactor: { readonly percent: number; readonly line: number } | null;
  /** Zones in which something is laid where nothing may be, and where first. Reports kept before it was read have none. */
  readonly inZones?: readonly {
    readonly zone: Rectangle;
    readonly line: number;
    readonly x: number;
    readonly y: number;
  }[];
  /** Largest speed limit of X or Y that the program sets, as it is written. Reports kept before it was read have none. */
  readonly feedLimit?: { readonly figure: number; readonly line: number } | null;
  readonly wrongChecksums: number;
  readonly wrongChecksumLine: number;
  /** Where the tool is left. */
  readonly endMm: readonly [number, number, number];
  readonly unknownWords: readonly { readonly word: string; readonly count: number; readonly line: number }[];
  /** The first 50 lines that cannot be read as they are written: the kind is for rules, the text for people. */
  readonly problems: readonly { readonly line: number; readonly kind: ProblemKind; readonly text: string }[];
  readonly problemCount: number;
  readonly layerRows: readonly LayerRow[];
  /** What stands apart from all else, in the order it is begun: parts, towers. What lies on a
   *  first layer alone is left out; empty where there are too many to tell.
   *  Reports kept before places were told apart have none. */
  readonly parts?: readonly PlacedPart[];
}

/** The report of what a run has read so far. */
export function reportOf(
  run: ProgramRun,
  read: Pick<GcodeReport, 'lines' | 'bytes' | 'complete' | 'afterEnd' | 'says'>,
): GcodeReport {
  const f = run.facts;
  const order = rowOrder(run);
  run.noteFlow();
  const heads = run.heads.map((h) => headReportOf(h, filamentAreaMm2(run.limits.filamentDiameterMm)));
  const box = (b: ProgramRun['extruded']): Box | null =>
    b.min[0] === Infinity
      ? null
      : { min: [...b.min], max: [...b.max], minLine: [...b.minLine], maxLine: [...b.maxLine] };
  return {
    kind: 'gcode',
    ...wholeOf(heads),
    heads: heads.filter((h) => h.filamentMm > 0 || h.nozzleMaxC > 0),
    ...read,
    layers: run.heightsSeen,
    spiral: Math.round(f.spiralTurns) >= 1,
    timeS: run.layers.timeS + f.dwellS,
    heatingS: f.heatingS,
    boundsMm: box(run.extruded),
    reachedMm: box(run.reached),
    outerMm: outerOf(run, order),
    bedMinExtrudingC: Number.isFinite(f.bedMinExtrudingC) ? f.bedMinExtrudingC : null,
    bedMinExtrudingLine: f.bedMinExtrudingLine,
    bedMaxC: f.bedMaxC,
    bedMaxLine: f.bedMaxLine,
    chamberMaxC: f.chamberMaxC,
    chamberMaxLine: f.chamberMaxLine,
    bedAtEndC: f.bedTargetC,
    extrudingMoves: f.extrudingMoves,
    travelMoves: f.travelMoves,
    coldBedLine: f.coldBedLine,
    homedLine: f.homedLine,
    movedBeforeHomingLine: f.movedBeforeHomingLine,
    laidUnheldLine: f.laidUnheldLine,
    highestAccelerationMmPerS2: f.highestAccelerationMmPerS2,
    highestAccelerationLine: f.highestAccelerationLine,
    printAccelerationMmPerS2: f.printAccelerationMmPerS2,
    printAccelerationLine: f.printAccelerationLine,
    furthestMm: f.furthestMm,
    furthestLine: f.furthestLine,
    beyondOutline: f.beyondOutline,
    inZones: f.inZones.map((z) => ({ ...z })),
    speedBeyond: f.speedBeyond.map((s) => ({ ...s })),
    tools: f.tools.map((tool, i) => ({ tool, line: f.toolLine[i]! })),
    fan: f.fan.map((s) => ({ ...s })),
    fanMaxPercent: f.fanMaxPercent,
    fanMaxLine: f.fanMaxLine,
    backDown: f.backDown,
    struck: f.struck,
    inchesLine: f.inchesLine,
    pauses: f.pauses,
    pauseLine: f.pauseLine,
    besides: { homings: f.homings, levellings: f.levellings, primings: f.primings, headChanges: f.headChanges },
    longestDwellS: f.longestDwellS,
    longestDwellLine: f.longestDwellLine,
    speedFactor: f.speedFactor,
    flowFactor: f.flowFactor,
    feedLimit: f.feedLimit,
    wrongChecksums: f.wrongChecksums,
    wrongChecksumLine: f.wrongChecksumLine,
    endMm: run.endMm,
    unknownWords: [...f.unknownWords].map(([word, seen]) => ({ word, ...seen })),
    problems: f.problems.slice(),
    problemCount: f.problemCount,
    layerRows: rowsOf(run, order),
    parts: partsOf(run, order),
  };
}

function headReportOf(h: HeadFacts, filamentArea: number): HeadReport {
  const finite = (v: number): number | null => (Number.isFinite(v) ? v : null);
  return {
    tool: h.tool,
    filamentMm: h.highestAdvance,
    extrudedVolumeMm3: h.highestAdvance * filamentArea,
    nozzleMaxC: h.nozzleMaxC,
    nozzleMaxLine: h.nozzleMaxLine,
    nozzleMinExtrudingC: finite(h.nozzleMinExtrudingC),
    nozzleMinExtrudingLine: h.nozzleMinExtrudingLine,
    nozzleMaxExtrudingC: finite(h.nozzleMaxExtrudingC),
    nozzleMaxExtrudingLine: h.nozzleMaxExtrudingLine,
    nozzleAtEndC: h.nozzleTargetC,
    highestFlowMm3PerS: h.highestFlowMm3PerS,
    highestFlowLine: h.highestFlowLine,
    highestFlowCommandedMm3PerS: h.highestFlowCommandedMm3PerS,
    retractions: h.retractions,
    mostPasses: h.mostPasses,
    mostPassesLine: h.mostPassesLine,
    longestRetractionMm: h.longestRetractionMm,
    longestRetractionLine: h.longestRetractionLine,
    shortestRetractionMm: finite(h.shortestRetractionMm),
    shortestRetractionLine: h.shortestRetractionLine,
    fastestRetractionMmPerS: h.fastestRetractionMmPerS,
    firstExtrusionLine: h.firstExtrusionLine,
    coldExtrusionLine: h.coldExtrusionLine,
    rests: h.rests.map((r) => ({ ...r })),
  };
}

/** The same figures of all heads together. */
function wholeOf(heads: readonly HeadReport[]): Omit<HeadReport, 'tool'> {
  const [first] = heads;
  if (first && heads.length === 1) {
    const { tool: _tool, ...whole } = first;
    return whole;
  }
  type Figure = keyof Omit<HeadReport, 'tool' | 'rests'>;
  /** The head whose figure is the most by this order; those without the figure are passed over. */
  const most = (of: Figure, sign: 1 | -1): HeadReport =>
    heads.reduce((a, b) => (b[of] !== null && (a[of] === null || sign * (b[of] - a[of]) > 0) ? b : a));
  const sum = (of: Figure): number => heads.reduce((s, h) => s + (h[of] ?? 0), 0);
  const firstLine = (of: 'firstExtrusionLine' | 'coldExtrusionLine'): number =>
    Math.min(...heads.map((h) => h[of] || Infinity).concat(Infinity));
  const line = (at: number): number => (Number.isFinite(at) ? at : 0);
  const hottest = most('nozzleMaxC', 1);
  const coolestLaying = most('nozzleMinExtrudingC', -1);
  const hottestLaying = most('nozzleMaxExtrudingC', 1);
  const highest = most('highestFlowMm3PerS', 1);
  const longest = most('longestRetractionMm', 1);
  const shortest = most('shortestRetractionMm', -1);
  return {
    filamentMm: sum('filamentMm'),
    extrudedVolumeMm3: sum('extrudedVolumeMm3'),
    nozzleMaxC: hottest.nozzleMaxC,
    nozzleMaxLine: hottest.nozzleMaxLine,
    nozzleMinExtrudingC: coolestLaying.nozzleMinExtrudingC,
    nozzleMinExtrudingLine: coolestLaying.nozzleMinExtrudingLine,
    nozzleMaxExtrudingC: hottestLaying.nozzleMaxExtrudingC,
    nozzleMaxExtrudingLine: hottestLaying.nozzleMaxExtrudingLine,
    nozzleAtEndC: most('nozzleAtEndC', 1).nozzleAtEndC,
    highestFlowMm3PerS: highest.highestFlowMm3PerS,
    highestFlowLine: highest.highestFlowLine,
    highestFlowCommandedMm3PerS: most('highestFlowCommandedMm3PerS', 1).highestFlowCommandedMm3PerS,
    retractions: sum('retractions'),
    mostPasses: most('mostPasses', 1).mostPasses,
    mostPassesLine: most('mostPasses', 1).mostPassesLine,
    longestRetractionMm: longest.longestRetractionMm,
    longestRetractionLine: longest.longestRetractionLine,
    shortestRetractionMm: shortest.shortestRetractionMm,
    shortestRetractionLine: shortest.shortestRetractionLine,
    fastestRetractionMmPerS: most('fastestRetractionMmPerS', 1).fastestRetractionMmPerS,
    firstExtrusionLine: line(firstLine('firstExtrusionLine')),
    coldExtrusionLine: line(firstLine('coldExtrusionLine')),
    rests: heads.flatMap((h) => h.rests ?? []),
  };
}

function outerOf(run: ProgramRun, order: readonly number[]): GcodeReport['outerMm'] {
  const { columns: c, count } = run.layers;
  if (Math.round(run.facts.spiralTurns) >= 1) return null; // no layer of it has a height of its own
  const box = [Infinity, -Infinity, Infinity, -Infinity];
  for (const [n, i] of order.entries()) {
    if (n === 0 || c.part[i] !== c.part[order[n - 1]!] || !Number.isFinite(c.minX[i]!)) continue;
    const heightMm = c.zMm[i]! - c.zMm[order[n - 1]!]!;
    const half = (areaMm2: number): number => beadWidthMm(areaMm2, heightMm) / 2;
    box[0] = Math.min(box[0]!, c.minX[i]! - half(c.minXArea[i]!));
    box[1] = Math.max(box[1]!, c.maxX[i]! + half(c.maxXArea[i]!));
    box[2] = Math.min(box[2]!, c.minY[i]! - half(c.minYArea[i]!));
    box[3] = Math.max(box[3]!, c.maxY[i]! + half(c.maxYArea[i]!));
  }
  return Number.isFinite(box[0]!)
    ? [box[1]! - box[0]!, box[3]! - box[2]!, c.zMm.subarray(0, count).reduce((a, b) => Math.max(a, b))]
    : null;
}

/** Above the first layer of each: there a skirt runs round all of them. */
function partsOf(run: ProgramRun, order: readonly number[]): readonly PlacedPart[] {
  const { part } = run.layers.columns;
  return run.layers.islands.parts(order.filter((i, n) => n > 0 && part[i] === part[order[n - 1]!]));
}
/** Layers of parts in order of part and height. */
function rowOrder({ layers }: ProgramRun): number[] {
  const { part, zMm } = layers.columns;
  return layers.partLayers().sort((a, b) => part[a]! - part[b]! || zMm[a]! - zMm[b]!);
}

function rowsOf(run: ProgramRun, order: readonly number[]): LayerRow[] {
  const { columns: c, keys } = run.layers;
  const { firstPart } = keys;
  const again = run.layers.islands.laidAgain(order, (i) => c.part[i]!);
  return order.map((i, n) => {
    const laid = again[n];
    return {
      part: c.part[i]! - firstPart,
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
      topSpeedMmPerS: c.topSpeed[i]!,
      againS: laid?.s ?? null,
      ...(laid && laid.islands > 1 && { againAtMm: [laid.x, laid.y] }),
    };
  });
}
