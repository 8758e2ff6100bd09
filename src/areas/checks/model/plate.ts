import { surveyMesh, type MeshFacts, type Surveyed } from '../../../core/mesh/facts.ts';
import { each3 } from '../../../core/geometry/each3.ts';
import { joined, MESH_UNITS, scaled, type Bounds, type Mesh, type MeshUnit } from '../../../core/mesh/mesh.ts';
import { openMesh, type OpenedMesh } from '../../../core/mesh/openMesh.ts';
import { outward } from '../../../core/mesh/outward.ts';
import { placed, type Placement } from '../../../core/mesh/placement.ts';
import { repaired, repairText } from '../../../core/mesh/repair.ts';
import { topologyOf, type Topology } from '../../../core/mesh/topology.ts';
import { weld } from '../../../core/mesh/weld.ts';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import { scaledAboutFoot } from '../../../core/toolpath/regions.ts';
import { bodyOfObject, type MeshChoice, type MorePart } from './mesh.ts';

/** One body of one thing on the plate: as it was read and what was found out about it, and how the thing stands. */
export interface PlatePart {
  readonly opened: OpenedMesh;
  readonly survey: Surveyed;
  /** Somebody has said in which unit it is. */
  readonly isUnitTold: boolean;
  readonly placement: Placement;
  /** Which body of the recipe it is, from 1. */
  readonly body: number;
  /** Which thing on the plate it belongs to, from 0: bodies of one thing are set down together, as they are drawn. */
  readonly thing: number;
  /** Names of all objects of its file, in the file's order. */
  readonly objects: readonly string[];
  /** What a repair did to it, in words; null where none was asked for. */
  readonly repair: readonly string[] | null;
}
type OpenedPart = Omit<PlatePart, 'placement' | 'thing'>;

/** Everything that lies on a job's plate: its own file first. A file that is there several times is read once. */
export function openPlate(
  main: Uint8Array,
  choice: MeshChoice,
  others: ReadonlyMap<string, Uint8Array> = new Map(),
): Result<readonly PlatePart[]> {
  const known = new Map<string, readonly OpenedPart[]>();
  const open = (
    bytes: Uint8Array,
    key: string,
    unit: MeshUnit | null,
    bodies: readonly number[],
  ): Result<readonly OpenedPart[]> => {
    const id = `${key} ${unit ?? ''} ${bodies.join()}`;
    const before = known.get(id);
    if (before) return succeed(before);
    const opened = openMesh(bytes, unit);
    if (!opened.ok) return opened;
    const objects = opened.value.file.parts.map((p, k) => p.name || `object ${k + 1}`);
    const list = bodiesIn(opened.value, bodies).map(([body, own]): OpenedPart => ({
      ...surveyed(own, choice.repair === true),
      isUnitTold: unit !== null,
      body,
      objects,
    }));
    known.set(id, list);
    return succeed(list);
  };
  const parts: PlatePart[] = [];
  const things: readonly MorePart[] = [
    { file: null, unit: choice.unit, placement: choice.placement },
    ...(choice.more ?? []),
  ];
  for (const [thing, { file, unit, placement, body = 1 }] of things.entries()) {
    const bytes = file ? others.get(file.sha256) : main;
    if (!bytes) return fail({ code: 'noFile', what: `${file!.name} is not there`, todo: 'drop the file again' });
    const opened = file
      ? open(bytes, file.sha256, unit, [body])
      : open(bytes, '', choice.unit, choice.bodies ?? [body]);
    if (!opened.ok) return file ? fail({ ...opened.failure, what: `${file.name}: ${opened.failure.what}` }) : opened;
    for (const part of opened.value) parts.push({ ...part, placement, thing });
  }
  return succeed(parts);
}

/** The bodies of a file: its objects by the body each is of, where they are of several. */
function bodiesIn(opened: OpenedMesh, bodies: readonly number[]): (readonly [number, OpenedMesh])[] {
  const { file, unit } = opened;
  const numbers = [...new Set(file.parts.map((_, k) => bodyOfObject(bodies, k)))].sort((a, b) => a - b);
  if (numbers.length < 2) return [[bodyOfObject(bodies, 0), opened]];
  return numbers.map((n) => {
    const parts = file.parts.filter((_, k) => bodyOfObject(bodies, k) === n);
    const mesh = scaled(weld(joined(parts.map((p) => p.mesh))), MESH_UNITS[unit]);
    return [n, { file: { ...file, parts }, unit, mesh }];
  });
}

function surveyed(opened: OpenedMesh, isRepaired: boolean): Pick<OpenedPart, 'opened' | 'survey' | 'repair'> {
  if (!isRepaired) return { opened, survey: surveyMesh(opened.mesh), repair: null };
  const { mesh, survey, repair } = repaired(opened.mesh);
  return { opened: { ...opened, mesh }, survey, repair: repairText(repair) };
}

/** A thing as it stands on the plate, looking outward, and what of it is which body. */
export interface PlateThing {
  readonly mesh: Mesh;
  readonly bodies: readonly { readonly mesh: Mesh; readonly body: number }[];
}
/** Everything on the plate, each thing scaled about its foot. */
export function thingsOnPlate(
  parts: readonly PlatePart[],
  scale: Parameters<typeof scaledAboutFoot>[1] = [1, 1, 1],
): PlateThing[] {
  return [...new Set(parts.map((p) => p.thing))].map((thing) => {
    const members = parts.filter((p) => p.thing === thing);
    const drawn = members.map(({ opened, survey }) => outward(opened.mesh, survey.shells));
    const mesh = scaledAboutFoot(placed(joined(drawn), members[0]!.placement), scale);
    if (members.length === 1) return { mesh, bodies: [{ mesh, body: members[0]!.body }] };
    let from = 0;
    const bodies = members.map(({ body }, i) => {
      const { xyz, corners } = drawn[i]!;
      return { body, mesh: { xyz: mesh.xyz.subarray(from, (from += xyz.length)), corners } };
    });
    return { mesh, bodies };
  });
}
/** How what stands on the plate hangs together: neither turning nor moving changes that, turning faces over does. */
export function topologyOnPlate(parts: readonly PlatePart[], stands: Mesh): Topology {
  const { opened, survey } = parts[0]!;
  return stands.corners === opened.mesh.corners ? survey.topology : topologyOf(stands);
}
/** What repairs did to the parts, each kind of thing said once; null where none was asked for. */
export const repairsOf = (parts: readonly PlatePart[]): readonly string[] | null =>
  parts[0]!.repair && [...new Set(parts.flatMap((p) => p.repair ?? []))];

/** Bounds of the first thing as it is drawn, all its bodies together. */
export function boundsAsDrawn(parts: readonly PlatePart[]): Bounds {
  const of = parts.filter((p) => p.thing === 0).map((p) => p.survey.facts.bounds);
  const reach = (end: keyof Bounds, pick: (...v: number[]) => number) =>
    each3((k) => pick(...of.map((b) => b[end][k])));
  return { min: reach('min', Math.min), max: reach('max', Math.max) };
}

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
