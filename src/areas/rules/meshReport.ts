import type { MeshFacts } from '../../core/mesh/facts.ts';
import type { MeshFormat, MeshUnit } from '../../core/mesh/mesh.ts';
import type { Bridge } from '../../core/mesh/bridges.ts';
import type { OverhangRegion } from '../../core/mesh/overhang.ts';
import type { Thickness } from '../../core/mesh/thickness.ts';
import type { HeightChange } from '../../core/toolpath/heightChanges.ts';
import type { UnitReading } from '../../core/mesh/units.ts';

/** One layer of a part as it is drawn, before any line is laid. */
export interface MeshLayerRow {
  readonly zMm: number;
  readonly areaMm2: number;
  readonly perimeterMm: number;
  readonly islands: number;
  /** Area that begins here with nothing under it, neither part nor support. */
  readonly floatingMm2: number;
  /** Area narrower than one line of the visible wall. */
  readonly thinMm2: number;
  readonly supportMm2: number;
}

/** Everything the rules read of a mesh as it stands on the plate: plain data, the same wherever it is made. */
export interface MeshReport {
  readonly format: MeshFormat;
  readonly unit: MeshUnit;
  readonly unitIsStated: boolean;
  /** Somebody has said in which unit a file is that states none. */
  readonly unitIsTold: boolean;
  /** What was read otherwise than the file says, or not at all. */
  readonly remarks: readonly string[];
  /** Sizes the part would have in other units; empty where the file states its own. */
  readonly readings: readonly UnitReading[];
  readonly parts: number;
  /** Names of the objects in the first file; missing in older runs. */
  readonly objects?: readonly string[];
  /** Hulls seen from above of what lies beside the first part. */
  readonly others: readonly (readonly (readonly [number, number])[])[];
  readonly facts: MeshFacts;
  /** What a repair did, in words; missing where none was asked for. */
  readonly repair?: readonly string[];
  /** Bounds on the bed, as it stands. */
  readonly minMm: readonly [number, number, number];
  readonly maxMm: readonly [number, number, number];
  /** Hull of the part seen from above, against the clock. */
  readonly hull: readonly (readonly [number, number])[];
  readonly centreMm: readonly [number, number, number] | null;
  /** Patches beyond the lean that is proven or else usual, the largest first, and how large all are. */
  readonly overhangLimitDeg: number;
  readonly overhangs: readonly OverhangRegion[];
  readonly overhangMm2: number;
  readonly overhangCount: number;
  readonly layers: readonly MeshLayerRow[];
  /** Contours that had to be closed across holes in the surface. */
  readonly gaps: number;
  /** Area that touches the plate, and how far the centre of gravity lies inside what it stands on, mm; below zero outside. */
  readonly contactMm2: number;
  readonly standsInsideMm: number | null;
  /** Separate feet on the plate, and the smallest of them. */
  readonly feet: { readonly count: number; readonly smallestMm2: number; readonly xMm: number; readonly yMm: number };
  /** Spans without anything under them that are held at both ends, the longest first. */
  readonly bridges: readonly Bridge[];
  /** How thick it is, by rays; null where the surface is not closed. */
  readonly thickness: Thickness | null;
  /** Closed rooms inside that nothing leads out of. */
  readonly cavities: number;
  /** Plan hulls of two things of the file that lie closer than so much; null where none do. */
  readonly nearest: { readonly gapMm: number; readonly xMm: number; readonly yMm: number } | null;
  /** Scale it was set down with. */
  readonly scale: readonly [number, number, number];
  /** Bodies of the recipe that something on the plate is of, from 1; missing in older runs. */
  readonly bodies?: readonly number[];
  /** Parts that are laid one after another, in that order; missing where they are laid layer by layer. */
  readonly oneByOne?: readonly {
    readonly hull: readonly (readonly [number, number])[];
    readonly heightMm: number;
  }[];
  /** Unprintable zones the part reaches over, with the area that lies in them. */
  readonly zones: readonly { readonly zone: readonly [number, number, number, number]; readonly areaMm2: number }[];
  /** Changes at heights that the part does not reach; missing in older runs. */
  readonly changesAbove?: readonly HeightChange[];
  /** Plastic as drawn, and of that laid for support, skirt and brim, mm³. */
  readonly partMm3: number;
  readonly restMm3: number;
  /** What of the rest stands in the purge tower; missing in older runs. */
  readonly purgeMm3?: number;
}

/** What is seen of a mesh before anything is made of it: its unit, what it is, and where it stands. */
export type MeshSeen = Pick<
  MeshReport,
  | 'format'
  | 'unit'
  | 'unitIsStated'
  | 'unitIsTold'
  | 'remarks'
  | 'readings'
  | 'parts'
  | 'objects'
  | 'others'
  | 'facts'
  | 'repair'
  | 'minMm'
  | 'maxMm'
  | 'hull'
>;
/** The same of one that layers were drawn of, with the contours that had to be closed across holes. */
export type DrawnMesh = MeshSeen & Pick<MeshReport, 'gaps'>;
