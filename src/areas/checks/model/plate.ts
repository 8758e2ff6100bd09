import { surveyMesh, type MeshFacts, type Surveyed } from '../../../core/mesh/facts.ts';
import type { Mesh, MeshUnit } from '../../../core/mesh/mesh.ts';
import { openMesh, type OpenedMesh } from '../../../core/mesh/openMesh.ts';
import { outward } from '../../../core/mesh/outward.ts';
import { placed, type Placement } from '../../../core/mesh/placement.ts';
import { repaired, repairText } from '../../../core/mesh/repair.ts';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { MeshChoice } from './mesh.ts';

/** One thing on the plate: as it was read and what was found out about it, and how it stands. */
export interface PlatePart {
  readonly opened: OpenedMesh;
  readonly survey: Surveyed;
  /** Somebody has said in which unit it is. */
  readonly isUnitTold: boolean;
  readonly placement: Placement;
  /** What a repair did to it, in words; null where none was asked for. */
  readonly repair: readonly string[] | null;
}

/** Everything that lies on a job's plate: its own file first. A file that is there several times is read once. */
export function openPlate(
  main: Uint8Array,
  choice: MeshChoice,
  others: ReadonlyMap<string, Uint8Array> = new Map(),
): Result<readonly PlatePart[]> {
  const known = new Map<string, Omit<PlatePart, 'placement'>>();
  const open = (bytes: Uint8Array, key: string, unit: MeshUnit | null): Result<Omit<PlatePart, 'placement'>> => {
    const id = `${key} ${unit ?? ''}`;
    const before = known.get(id);
    if (before) return succeed(before);
    const opened = openMesh(bytes, unit);
    if (!opened.ok) return opened;
    const part = { ...surveyed(opened.value, choice.repair === true), isUnitTold: unit !== null };
    known.set(id, part);
    return succeed(part);
  };
  const first = open(main, '', choice.unit);
  if (!first.ok) return first;
  const parts: PlatePart[] = [{ ...first.value, placement: choice.placement }];
  for (const { file, unit, placement } of choice.more ?? []) {
    const bytes = file ? others.get(file.sha256) : main;
    if (!bytes) return fail({ code: 'noFile', what: `${file!.name} is not there`, todo: 'drop the file again' });
    const part = open(bytes, file?.sha256 ?? '', file ? unit : choice.unit);
    if (!part.ok) return file ? fail({ ...part.failure, what: `${file.name}: ${part.failure.what}` }) : part;
    parts.push({ ...part.value, placement });
  }
  return succeed(parts);
}

function surveyed(opened: OpenedMesh, isRepaired: boolean): Omit<PlatePart, 'placement' | 'isUnitTold'> {
  if (!isRepaired) return { opened, survey: surveyMesh(opened.mesh), repair: null };
  const { mesh, survey, repair } = repaired(opened.mesh);
  return { opened: { ...opened, mesh }, survey, repair: repairText(repair) };
}

/** A part as it stands on the plate, looking outward. */
export const placedPart = ({ opened, survey, placement }: PlatePart): Mesh =>
  placed(outward(opened.mesh, survey.shells), placement);
/** What repairs did to the parts, each kind of thing said once; null where none was asked for. */
export const repairsOf = (parts: readonly PlatePart[]): readonly string[] | null =>
  parts[0]!.repair && [...new Set(parts.flatMap((p) => p.repair ?? []))];

/** Figures of several meshes together. */
export function sumOfFacts(all: readonly MeshFacts[]): MeshFacts {
  const [first] = all;
  if (all.length === 1) return first!;
  const sum = (of: (f: MeshFacts) => number): number => all.reduce((s, f) => s + of(f), 0);
  return {
    triangles: sum((f) => f.triangles),
    vertices: sum((f) => f.vertices),
    shells: sum((f) => f.shells),
    openEdges: sum((f) => f.openEdges),
    nonManifoldEdges: sum((f) => f.nonManifoldEdges),
    flippedEdges: sum((f) => f.flippedEdges),
    insideOutShells: sum((f) => f.insideOutShells),
    degenerateFaces: sum((f) => f.degenerateFaces),
    duplicateFaces: sum((f) => f.duplicateFaces),
    watertight: all.every((f) => f.watertight),
    bounds: first!.bounds,
    volumeMm3: all.every((f) => f.volumeMm3 !== null) ? sum((f) => f.volumeMm3!) : null,
    areaMm2: sum((f) => f.areaMm2),
  };
}
