import { boundsOf, type Mesh } from '../mesh/mesh.ts';
import { orientMesh, waysToStand, type BuildOrientation, type OrientationRequest } from '../mesh/orient.ts';
import { placed } from '../mesh/placement.ts';
import { topologyOf } from '../mesh/topology.ts';
import { turnDown } from '../mesh/turnDown.ts';
import { within, type Stepwise } from '../result/stepwise.ts';
import { makingMeshStack } from './meshLayers.ts';
import { placingSupports } from './placeSupports.ts';
import { liftedBy } from './prepared.ts';
import { printSequence } from './sequence.ts';
import type { StackSettings } from './stackSettings.ts';
import { LEAN_DEG } from './stackReport.ts';
import type { SupportShape } from './supports.ts';

/** What a way of standing comes to on a resin printer, worked out on its layers; none of it is hidden in a sum. */
export interface ResinOrientation extends BuildOrientation {
  readonly largestMm2: number;
  /** Largest growth from one layer to the next beyond what lies on the plate. */
  readonly growthMm2: number;
  /** Rooms that the film closes, and the largest of them at the film. */
  readonly cups: number;
  readonly cupMm2: number;
  /** Rooms that nothing leads out of. */
  readonly closedRooms: number;
  readonly supports: number;
  /** Places that want a support and have no way down. */
  readonly noPlace: number;
  /** By the recipe's layers. */
  readonly timeS: number;
}
export interface ResinOrientationRequest {
  readonly settings: StackSettings;
  readonly shape: SupportShape;
  readonly spacingMm: number;
  readonly raiseMm: number;
  readonly scale: OrientationRequest['scale'];
  readonly show: OrientationRequest['show'];
}
/** Layers are looked at on pixels and heights so coarse at most. */
const PIXEL_MM = 0.2;
const LAYER_MM = 0.1;
const MARGIN_MM = 10;
/** Leans that are searched for. */
const FOUND = 4;
/** A cup of less is a pore. */
const CUP_MM2 = 5;

/** How a part could stand on a resin printer; the fewest supports first. A table may be ordered by any other figure. */
export function* compareResinOrientations(mesh: Mesh, r: ResinOrientationRequest): Stepwise<ResinOrientation[]> {
  const topology = topologyOf(mesh);
  const { settings: s } = r;
  const downs = waysToStand(mesh, { scale: r.scale, beyondDeg: LEAN_DEG }, FOUND);
  const exposure = { ...s, bottomS: s.bottomExposureS, normalS: s.exposureS };
  // room for it however it is turned, and for feet beside it
  const { min, max } = boundsOf(mesh);
  const sizeMm = Math.hypot(...[0, 1, 2].map((k) => (max[k]! - min[k]!) * r.scale[k]!)) + 2 * MARGIN_MM;
  const out: ResinOrientation[] = [];
  for (const [i, { down, faceMm2 }] of downs.entries()) {
    const [from, to] = [i / downs.length, (i + 1) / downs.length];
    const turnDeg = turnDown(down);
    const wish = { beyondDeg: LEAN_DEG, layerHeightMm: s.layerMm, scale: r.scale, load: null, show: r.show };
    const stands = placed(mesh, { turnDeg, scale: r.scale, xMm: sizeMm / 2, yMm: sizeMm / 2 });
    const heightMm = boundsOf(stands).max[2] + r.raiseMm;
    const coarse: StackSettings = {
      ...s,
      pixelMm: [PIXEL_MM, PIXEL_MM],
      pixels: [Math.ceil(sizeMm / PIXEL_MM), Math.ceil(sizeMm / PIXEL_MM)],
      layerMm: Math.max(s.layerMm, LAYER_MM),
      samples: 1,
      lowestGrey: 0,
      compensationMm: 0,
    };
    const raised = liftedBy(stands, r.raiseMm);
    const held = yield* within(
      placingSupports(raised, topology, coarse, { shape: r.shape, spacingMm: r.spacingMm, onPart: false }),
      from,
      (from + to) / 2,
    );
    const { report } = yield* within(
      makingMeshStack(raised, topology, coarse, null, { supports: held, drills: null }),
      (from + to) / 2,
      to,
    );
    const areas = report.rows.map((row) => row.areaMm2);
    const cups = report.rooms.filter((room) => !room.isSealed && room.areaMm2 >= CUP_MM2);
    out.push({
      ...orientMesh(mesh, topology, turnDeg, faceMm2, wish),
      largestMm2: Math.max(...areas),
      growthMm2: Math.max(0, ...areas.map((a, k) => (k === 0 ? 0 : a - areas[k - 1]!))),
      cups: cups.length,
      cupMm2: Math.max(0, ...cups.map((room) => room.areaMm2)),
      closedRooms: report.rooms.filter((room) => room.isSealed && room.areaMm2 >= CUP_MM2).length,
      supports: held.list.length,
      noPlace: held.noPlace.length,
      timeS: printSequence(heightMm, s.layerMm, exposure, s.motion).totalS,
    });
  }
  return out.sort((a, b) => a.noPlace - b.noPlace || a.supports - b.supports || a.heightMm - b.heightMm);
}
