import { evenDirections, hullFaces } from '../geometry/hull3.ts';
import { insideHullMm, planHull } from '../geometry/hull.ts';
import { ringAreaMm2, ringsOf } from '../geometry/clip.ts';
import type { Stepwise } from '../result/stepwise.ts';
import { Slicer } from '../slicing/slice.ts';
import { boundsOf, type Mesh } from './mesh.ts';
import { momentsOf } from './moments.ts';
import { overhangsOf } from './overhang.ts';
import { turnDown } from './turnDown.ts';
import { placed, turnMatrix, type Placement } from './placement.ts';
import { topologyOf } from './topology.ts';

type Vector = readonly [number, number, number];
/** A way a part can stand, with what it comes to. */
export interface BuildOrientation {
  readonly turnDeg: Vector;
  /** Area of the flat face it rests on; null for a lean that was searched for. */
  readonly faceMm2: number | null;
  readonly heightMm: number;
  /** Surface beyond the accepted lean, mm². */
  readonly overhangMm2: number;
  readonly contactMm2: number;
  /** How far the middle of gravity lies inside what it stands on; below zero it falls over, null for an open surface. */
  readonly standsInsideMm: number | null;
  /** Largest change of area from one of the sampled layers to the next. */
  readonly jumpMm2: number;
  /** Share of a load that pulls layers apart: 0 along them, 1 straight across; null where no load was named. */
  readonly acrossLayers: number | null;
  /** Whether the named show face lies on the plate or leans beyond what is accepted; null where none was named. */
  readonly isShowMarked: boolean | null;
  /** Outline seen from the front, x and z, mm. */
  readonly front: readonly (readonly [number, number])[];
  /** Direction of the load as it stands, seen from the front: x and z. */
  readonly loadSeen: readonly [number, number] | null;
}
export interface OrientationRequest {
  /** Lean from the vertical that is accepted without support. */
  readonly beyondDeg: number;
  readonly layerHeightMm: number;
  readonly scale: Vector;
  /** Direction of the load, in the part as drawn. */
  readonly load: Vector | null;
  /** Outward direction of the face that is shown, in the part as drawn. */
  readonly show: Vector | null;
}

const RESTING_FACES = 6;
const SEARCHED = 120;
const FOUND = 2;
/** Two ways closer than this are the same. */
const APART_DEG = 12;
const SAMPLED_LAYERS = 60;
/** A face this near to level, that low, lies on the plate. */
const LEVEL = 0.9998;
const TOUCHES_MM = 0.05;

/** How a part could stand: on the six largest flat faces of its hull, and the two leans among many that need the least support. Each is
 *  worked out on the part itself; the best first: what stands before what falls over, then by surface beyond the accepted lean, then height. */
export function* compareOrientations(mesh: Mesh, wish: OrientationRequest): Stepwise<BuildOrientation[]> {
  const topology = topologyOf(mesh);
  const downs = waysToStand(mesh, wish);
  const out: BuildOrientation[] = [];
  for (const [i, { down, faceMm2 }] of downs.entries()) {
    out.push(orientMesh(mesh, topology, turnDown(down), faceMm2, wish));
    yield (i + 1) / downs.length;
  }
  const falls = (s: BuildOrientation): number => (s.contactMm2 < 1 || (s.standsInsideMm ?? 1) < 0 ? 1 : 0);
  return out.sort((a, b) => falls(a) - falls(b) || a.overhangMm2 - b.overhangMm2 || a.heightMm - b.heightMm);
}

/** On its largest flat faces, and the leans among many that need the least support. */
export function waysToStand(
  mesh: Mesh,
  { scale, beyondDeg }: Pick<OrientationRequest, 'scale' | 'beyondDeg'>,
  found = FOUND,
): { readonly down: Vector; readonly faceMm2: number | null }[] {
  const scaled = scaledBy(mesh, scale);
  const faces = hullFaces(scaled.xyz).slice(0, RESTING_FACES);
  const downs: { down: Vector; faceMm2: number | null }[] = faces.map((f) => ({ down: f.normal, faceMm2: f.areaMm2 }));
  const isNew = (d: Vector): boolean => downs.every(({ down }) => dot(down, d) < Math.cos((APART_DEG * Math.PI) / 180));
  const normals = weighedNormals(scaled);
  const least = Math.sin((beyondDeg * Math.PI) / 180);
  const searched = evenDirections(SEARCHED)
    .map((down) => ({ down, cost: overhangAlong(normals, down, least) }))
    .sort((a, b) => a.cost - b.cost);
  for (const { down } of searched) {
    if (downs.length >= faces.length + found) break;
    if (isNew(down)) downs.push({ down, faceMm2: null });
  }
  return downs;
}

/** What one way of standing comes to. */
export function orientMesh(
  mesh: Mesh,
  topology: ReturnType<typeof topologyOf>,
  turnDeg: Vector,
  faceMm2: number | null,
  { beyondDeg, layerHeightMm, scale, load, show }: OrientationRequest,
): BuildOrientation {
  const placement: Placement = { turnDeg, scale, xMm: 0, yMm: 0 };
  const stands = placed(mesh, placement);
  const { max } = boundsOf(stands);
  const overhangs = overhangsOf(stands, topology, { beyondDeg, plateMm: layerHeightMm / 2 });
  const { areaMm2: contactMm2, ring } = footprint(stands);
  const isOpen = topology.twins.some((t, i) => t < 0 && !topology.isCollapsed[(i / 3) | 0]);
  const centre = isOpen ? null : momentsOf(stands, [0, 0, 0]).centre;
  const m = turnMatrix(turnDeg);
  const turned = (v: Vector): Vector => [
    m[0]! * v[0] + m[1]! * v[1] + m[2]! * v[2],
    m[3]! * v[0] + m[4]! * v[1] + m[5]! * v[2],
    m[6]! * v[0] + m[7]! * v[1] + m[8]! * v[2],
  ];
  const pull = load && turned(unit(load));
  const face = show && turned(unit(show));
  return {
    turnDeg,
    faceMm2,
    heightMm: max[2],
    overhangMm2: overhangs.reduce((s, o) => s + o.areaMm2, 0),
    contactMm2,
    standsInsideMm: centre && ring ? insideHullMm([ring], centre[0], centre[1]) : null,
    jumpMm2: largestJump(stands, topology, max[2]),
    acrossLayers: pull && pull[2] * pull[2],
    isShowMarked: face && -face[2] > Math.sin((beyondDeg * Math.PI) / 180),
    front: frontOf(stands),
    loadSeen: pull && [pull[0], pull[2]],
  };
}

const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const unit = (v: Vector): Vector => {
  const l = Math.hypot(...v) || 1;
  return [v[0] / l, v[1] / l, v[2] / l];
};
const scaledBy = (mesh: Mesh, scale: Vector): Mesh => ({
  xyz: mesh.xyz.map((v, i) => v * scale[i % 3]!),
  corners: mesh.corners,
});

/** Normals of all triangles, as long as their areas. */
function weighedNormals({ xyz, corners }: Mesh): Float64Array {
  const out = new Float64Array(corners.length);
  for (let t = 0; t < corners.length; t += 3) {
    const [a, b, c] = [corners[t]! * 3, corners[t + 1]! * 3, corners[t + 2]! * 3];
    const [ux, uy, uz] = [xyz[b]! - xyz[a]!, xyz[b + 1]! - xyz[a + 1]!, xyz[b + 2]! - xyz[a + 2]!];
    const [vx, vy, vz] = [xyz[c]! - xyz[a]!, xyz[c + 1]! - xyz[a + 1]!, xyz[c + 2]! - xyz[a + 2]!];
    out[t] = (uy * vz - uz * vy) / 2;
    out[t + 1] = (uz * vx - ux * vz) / 2;
    out[t + 2] = (ux * vy - uy * vx) / 2;
  }
  return out;
}
/** Area that leans beyond what is accepted when a direction points down; what lies on the plate counts, too. */
function overhangAlong(normals: Float64Array, [dx, dy, dz]: Vector, least: number): number {
  let sum = 0;
  for (let i = 0; i < normals.length; i += 3) {
    const [x, y, z] = [normals[i]!, normals[i + 1]!, normals[i + 2]!];
    const along = dx * x + dy * y + dz * z;
    if (along <= 0) continue;
    const area = Math.sqrt(x * x + y * y + z * z);
    if (along > least * area) sum += area;
  }
  return sum;
}

/** Area of level faces on the plate, and the hull of what touches it. */
function footprint({ xyz, corners }: Mesh): { readonly areaMm2: number; readonly ring: Float64Array | null } {
  const normals = weighedNormals({ xyz, corners });
  let areaMm2 = 0;
  const touching: number[] = [];
  for (let t = 0; t < corners.length; t += 3) {
    const area = Math.hypot(normals[t]!, normals[t + 1]!, normals[t + 2]!);
    const low = [0, 1, 2].every((k) => xyz[corners[t + k]! * 3 + 2]! < TOUCHES_MM);
    if (!low || -normals[t + 2]! < LEVEL * area) continue;
    areaMm2 += area;
    for (let k = 0; k < 3; k++) touching.push(xyz[corners[t + k]! * 3]!, xyz[corners[t + k]! * 3 + 1]!, 0);
  }
  const ring = touching.length > 0 ? planHull(Float64Array.from(touching)) : [];
  return { areaMm2, ring: ring.length >= 3 ? Float64Array.from(ring.flat()) : null };
}

function largestJump(mesh: Mesh, topology: ReturnType<typeof topologyOf>, heightMm: number): number {
  const planes = Float64Array.from({ length: SAMPLED_LAYERS }, (_, i) => ((i + 0.5) * heightMm) / SAMPLED_LAYERS);
  const slicer = new Slicer(mesh, topology, planes);
  let before = 0;
  let most = 0;
  for (let i = 0; i < planes.length; i++) {
    const area = ringsOf(slicer.layer(i)).reduce((sum, ring) => sum + ringAreaMm2(ring), 0);
    if (i > 0) most = Math.max(most, Math.abs(area - before));
    before = area;
  }
  return most;
}
function frontOf({ xyz }: Mesh): (readonly [number, number])[] {
  const flat = new Float64Array(xyz.length);
  for (let i = 0; i < xyz.length; i += 3) [flat[i], flat[i + 1]] = [xyz[i]!, xyz[i + 2]!];
  return planHull(flat);
}
