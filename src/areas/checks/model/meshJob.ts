import { inspectGcode } from '../../../core/gcode/inspect.ts';
import type { GcodeReport } from '../../../core/gcode/report.ts';
import {
  areaMm2,
  boxGapMm,
  boxOf,
  difference,
  intersection,
  offset,
  perimeterMm,
  ringAreaMm2,
  union,
  type Region,
  type Ring,
} from '../../../core/geometry/clip.ts';
import { insideHullMm, planHull } from '../../../core/geometry/hull.ts';
import { boundsOf, joined, MESH_UNITS, scaled, type Mesh } from '../../../core/mesh/mesh.ts';
import { bridgeOf, type Bridge } from '../../../core/mesh/bridges.ts';
import { momentsOf } from '../../../core/mesh/moments.ts';
import { CEILING_DEG, overhangsOf, type OverhangRegion } from '../../../core/mesh/overhang.ts';
import { placed } from '../../../core/mesh/placement.ts';
import { measuringThickness } from '../../../core/mesh/thickness.ts';
import { runAll, within, type Stepwise } from '../../../core/result/stepwise.ts';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import { generatingToolpath, type Toolpath } from '../../../core/toolpath/generateToolpath.ts';
import { liftMm } from '../../../core/toolpath/layerPlan.ts';
import type { ToolpathLayer } from '../../../core/toolpath/regions.ts';
import { topUnder } from '../../../core/toolpath/support.ts';
import { onPlate } from '../../machines/model/dialect.ts';
import type { CheckContext } from '../../rules/context.ts';
import { bodyOf } from '../../rules/recipeInput.ts';
import { meshLayWants } from '../../rules/meshLay.ts';
import type { MeshLayerRow, MeshReport } from '../../rules/meshReport.ts';
import type { MeshChoice } from './mesh.ts';
import { groupsOf, headsOf, insideLaid, raisedBy, takenBySupport } from './meshLaying.ts';
import { overhangLimitOf } from './overhangLimit.ts';
import { meshSeenOf } from './meshSeen.ts';
import { openPlate, thingsOnPlate, topologyOnPlate, type PlatePart } from './plate.ts';

/** A mesh with what was laid of it: the rules read both. */
export interface CheckedMesh {
  readonly mesh: MeshReport;
  readonly report: GcodeReport;
  readonly program: Uint8Array;
}

const MOST_LAYERS = 10_000;
const MOST_OVERHANGS = 40;
const SMALLEST_FLOAT_MM2 = 0.1;
/** A sliver of a corner that opening rounds off is no thin wall. */
const THIN_SHARE = 0.98;
const SAMPLED_LAYERS = 120;

/** Sets what was opened on the plate, lays it by the recipe and reads the program back: everything the rules need. In steps: a large
 *  mesh takes seconds. */
export function* checkingMesh(
  parts: readonly PlatePart[],
  sheet: CheckContext,
  choice: Pick<MeshChoice, 'isOneByOne' | 'boxes'> = {},
  onCut?: (lines: Uint8Array) => void,
): Stepwise<Result<CheckedMesh>> {
  const { lay } = sheet.recipe;
  if (!lay)
    return fail({
      code: 'noLay',
      what: meshLayWants(sheet.recipe.values ?? {}) ?? 'The recipe lacks what a toolpath needs',
      todo: 'set it in the library',
    });
  const unlaid = sheet.heads?.find((h) => h.recipe.lay === null);
  if (unlaid)
    return fail({
      code: 'noLay',
      what: meshLayWants(unlaid.recipe.values ?? {}) ?? 'The recipe lacks what a toolpath needs',
      where: `head ${unlaid.tool + 1}, ${unlaid.recipe.material.name}`,
      todo: 'set it in the library',
    });
  const bodiless = parts.find((p) => p.body > 1 && !sheet.recipe.roles?.some((r) => bodyOf(r.role) === p.body));
  if (bodiless)
    return fail({
      code: 'noBody',
      what: `A part is of body ${bodiless.body}, and the recipe has no part body ${bodiless.body}`,
      todo: 'take a recipe that says what it is printed with, or make it of body 1',
    });
  const [part] = parts as [PlatePart, ...PlatePart[]];
  const things = thingsOnPlate(parts, lay.scale);
  const stands = things.map((s) => s.mesh);
  const seen = meshSeenOf(parts, stands);
  const { facts } = seen;
  const mesh = joined(stands);
  const topology = topologyOnPlate(parts, mesh);
  const bounds = boundsOf(mesh);
  const least = lay.cuspMm > 0 ? Math.min(lay.minimumLayerHeightMm, lay.layerHeightMm) : lay.layerHeightMm;
  const layers = (bounds.max[2] - lay.firstLayerHeightMm) / least;
  if (layers > MOST_LAYERS)
    return fail({
      code: 'tooTall',
      what: `${Math.ceil(layers)} layers of ${least} mm; at most ${MOST_LAYERS} are checked`,
      where: `height ${bounds.max[2].toFixed(1)} mm`,
      todo: 'check the unit of the file',
    });
  yield 0.2;
  const isOneByOne = choice.isOneByOne === true && things.length > 1;
  const { groups, order } = groupsOf(things, { mesh, topology }, isOneByOne);
  const boxes = choice.boxes ?? [];
  const generated = yield* within(generatingToolpath(groups, lay, { ...headsOf(sheet), boxes }), 0.2, 0.7);
  if (!generated.ok) return generated;
  const laid = generated.value;
  if (laid.layers.length === 0)
    return fail({ code: 'flat', what: 'The part is lower than half a layer', todo: 'check the unit of the file' });
  const program = new TextEncoder().encode(laid.gcode);
  const read = inspectGcode(program, sheet.machine.motion, onCut);
  if (!read.ok) throw new RangeError(`our own program cannot be read: ${read.failure.what}`);
  yield 0.7;
  const limit = overhangLimitOf(sheet);
  const lift = liftMm(lay);
  const overhangs = overhangsOf(mesh, topology, {
    beyondDeg: limit,
    plateMm: lay.firstLayerHeightMm / 2,
    supportFromDeg: laid.supports.some((s) => s.length > 0) ? lay.supportAngleDeg : null,
    // where support is left out although something leans, or built although nothing does, its columns say what they take
    isTaken: boxes.length > 0 || lay.supportOnPlateOnly ? takenBySupport(laid, lay, boxes) : undefined,
    // one body cannot carry itself
    isLaid: facts.shells > 1 ? insideLaid(laid.layers, lift) : undefined,
  }).map((o) => raisedBy(o, lift));
  const rows = yield* within(rowsOf(laid, lay.visibleWall.widthMm, lay.supportGapZMm), 0.72, 0.9);
  const isClosed = facts.openEdges === 0;
  const thickness = isClosed ? yield* within(measuringThickness(mesh, facts.shells), 0.9, 1) : null;
  const contact = laid.layers[0]!.region;
  const hulls = [seen.hull, ...seen.others];
  return succeed({
    program,
    report: read.value,
    mesh: {
      ...seen,
      maxMm: [bounds.max[0], bounds.max[1], bounds.max[2] + lift],
      ...(isClosed ? footing(stands, hulls, contact) : { centreMm: null, standsInsideMm: null }),
      overhangLimitDeg: limit,
      overhangs: overhangs.slice(0, MOST_OVERHANGS),
      overhangMm2: overhangs.reduce((s, o) => s + o.areaMm2, 0),
      overhangCount: overhangs.length,
      layers: rows,
      gaps: laid.layers.reduce((s, l) => s + l.gaps, 0),
      contactMm2: areaMm2(contact),
      feet: feetOf(contact),
      bridges: bridgesOf(laid, overhangs, lay.visibleWall.widthMm, lay.supportGapZMm),
      thickness,
      cavities: parts.reduce(
        (n, p) => n + p.survey.shells.shells.filter((b) => b.isClosed && !b.isInsideOut && b.volumeMm3 < 0).length,
        0,
      ),
      nearest: nearest(stands.length > 1 ? hulls : parts.length > 1 ? [] : hullsOfFile(part, stands[0]!)),
      scale: part.placement.scale,
      bodies: [...new Set(parts.map((p) => p.body))].sort((a, b) => a - b),
      ...(isOneByOne && {
        oneByOne: order.map((i) => ({ hull: hulls[i]!, heightMm: boundsOf(stands[i]!).max[2] + lift })),
      }),
      zones: zonesReached(laid.layers, onPlate(sheet.machine.zonesMm ?? [], sheet.machine.lowestMm)),
      changesAbove: laid.changesAbove,
      partMm3: laid.partMm3,
      restMm3: laid.restMm3,
      purgeMm3: laid.purgeMm3,
    },
  });
}
/** The same in one go, from the bytes of the files. */
export function checkMesh(
  bytes: Uint8Array,
  choice: MeshChoice,
  sheet: CheckContext,
  others?: ReadonlyMap<string, Uint8Array>,
): Result<CheckedMesh> {
  const plate = openPlate(bytes, choice, others);
  return plate.ok ? runAll(checkingMesh(plate.value, sheet, choice)) : plate;
}

/** Centre of gravity of the part that stands least firmly, and how far inside its own foot it lies. */
function footing(
  stands: readonly Mesh[],
  hulls: readonly (readonly (readonly [number, number])[])[],
  contact: Region,
): Pick<MeshReport, 'centreMm' | 'standsInsideMm'> {
  let worst: { centreMm: readonly [number, number, number]; inside: number; tip: number } | null = null;
  for (const [i, mesh] of stands.entries()) {
    const { centre } = momentsOf(mesh, boundsOf(mesh).min);
    const foot = stands.length === 1 ? contact : intersection(contact, [Float64Array.from(hulls[i]!.flat())]);
    const inside = centre && insideHullMm(foot, centre[0], centre[1]);
    if (!centre || inside === null) continue;
    const tip = inside / centre[2];
    if (!worst || tip < worst.tip) worst = { centreMm: centre, inside, tip };
  }
  return { centreMm: worst?.centreMm ?? null, standsInsideMm: worst?.inside ?? null };
}

function* rowsOf(laid: Toolpath, lineMm: number, gapMm: number): Stepwise<MeshLayerRow[]> {
  const every = Math.max(1, Math.ceil(laid.layers.length / SAMPLED_LAYERS));
  const out: MeshLayerRow[] = [];
  for (const [k, { zMm, region }] of laid.layers.entries()) {
    out.push({
      zMm,
      areaMm2: areaMm2(region),
      perimeterMm: perimeterMm(region),
      islands: region.filter((ring) => ringAreaMm2(ring) > 0).length,
      floatingMm2: k === 0 ? 0 : floating(region, laid, k, gapMm),
      thinMm2: k % every === 0 ? thin(region, lineMm) : 0,
      supportMm2: areaMm2(laid.supports[k]!),
    });
    yield k / laid.layers.length;
  }
  return out;
}

/** Area of those outlines of a layer that touch nothing below them. */
function floating(region: Region, laid: Toolpath, k: number, gapMm: number): number {
  const below = laid.layers[k - 1]!.region;
  const pieces = region.filter((ring) => ringAreaMm2(ring) > SMALLEST_FLOAT_MM2);
  let sum = 0;
  for (const ring of pieces) {
    if (touches(ring, below)) continue;
    const isHeld = laid.supports.slice(Math.max(0, topUnder(laid.layers, k, gapMm)), k).some((s) => touches(ring, s));
    if (!isHeld) sum += ringAreaMm2(ring);
  }
  return sum;
}
const touches = (ring: Ring, region: Region): boolean =>
  isNear(ring, region) && areaMm2(intersection([ring], region)) > 0;
/** Whether their boxes meet: cheaper than to cut one by the other. */
function isNear(ring: Ring, region: Region): boolean {
  const box = boxOf(ring);
  return region.some((other) => boxGapMm(box, boxOf(other)) <= 0);
}
/** Area too narrow for one line: what is lost when the region is shrunk by half a line and grown again. */
function thin(region: Region, lineMm: number): number {
  const half = (lineMm / 2) * THIN_SHARE;
  const opened = offset(offset(region, -half), half * 1.02);
  return areaMm2(difference(region, opened));
}

function feetOf(contact: Region): MeshReport['feet'] {
  const feet = contact.filter((ring) => ringAreaMm2(ring) > 0);
  if (feet.length === 0) return { count: 0, smallestMm2: 0, xMm: 0, yMm: 0 };
  const smallest = feet.reduce((a, b) => (ringAreaMm2(b) < ringAreaMm2(a) ? b : a));
  const [x0, x1, y0, y1] = boxOf(smallest);
  return { count: feet.length, smallestMm2: ringAreaMm2(smallest), xMm: (x0 + x1) / 2, yMm: (y0 + y1) / 2 };
}

/** Only where the surface has a ceiling can a layer bridge anything. */
function bridgesOf(laid: Toolpath, overhangs: readonly OverhangRegion[], lineMm: number, gapMm: number): Bridge[] {
  const layers = new Set(
    overhangs.slice(0, MOST_OVERHANGS).flatMap((o) => {
      const k = o.steepestDeg > CEILING_DEG ? laid.layers.findIndex((l) => l.zMm - l.heightMm / 2 > o.zMm) : -1;
      return k > 0 ? [k] : [];
    }),
  );
  return [...layers]
    .flatMap((k) => {
      const bridge = bridgeOf(
        laid.layers[k]!,
        laid.layers[k - 1]!.region,
        laid.supports[topUnder(laid.layers, k, gapMm)] ?? [],
        lineMm,
      );
      return bridge ? [bridge] : [];
    })
    .sort((a, b) => b.spanMm - a.spanMm);
}

const MOST_PARTS = 200;
/** How close two things lie, by their hulls from above: only said of those closer than a few lines. */
const NEAR_MM = 2;
type Hull = readonly (readonly [number, number])[];
function nearest(hulls: readonly Hull[]): MeshReport['nearest'] {
  if (hulls.length < 2 || hulls.length > MOST_PARTS) return null;
  const rings = hulls.map((h) => Float64Array.from(h.flat()));
  const boxes = rings.map((r) => boxOf(r));
  const pairs = boxes.flatMap((a, i) =>
    boxes.slice(0, i).flatMap((b, k) => (boxGapMm(a, b) < NEAR_MM ? [[i, k] as const] : [])),
  );
  for (let gap = 0; gap < NEAR_MM; gap += NEAR_MM / 8)
    for (const [i, k] of pairs) {
      const grown = (n: number): Region => offset([rings[n]!], gap / 2 + 1e-4);
      const common = intersection(grown(i), grown(k));
      if (areaMm2(common) <= 0) continue;
      const [x0, x1, y0, y1] = boxOf(common[0]!);
      return { gapMm: gap, xMm: (x0 + x1) / 2, yMm: (y0 + y1) / 2 };
    }
  return null;
}
/** Hulls of the things one file holds, as they stand. */
function hullsOfFile({ opened: { file, unit }, placement }: PlatePart, stands: Mesh): Hull[] {
  if (file.parts.length < 2 || file.parts.length > MOST_PARTS) return [];
  const factor = MESH_UNITS[unit];
  const whole = placed(joined(file.parts.map((p) => scaled(p.mesh, factor))), placement);
  // what a repair took away may have been the outermost: both are set down by the same corner
  const [dx, dy] = [0, 1].map((k) => boundsOf(stands).min[k]! - boundsOf(whole).min[k]!) as [number, number];
  let from = 0;
  return file.parts.map(({ mesh }) =>
    planHull(whole.xyz.subarray(from, (from += mesh.xyz.length))).map(([x, y]) => [x + dx, y + dy] as const),
  );
}

/** Of each zone what any layer comes over. */
function zonesReached(layers: readonly ToolpathLayer[], zones: MeshZones): MeshReport['zones'] {
  return zones.flatMap((zone) => {
    const [x0, x1] = [Math.min(zone[0], zone[2]), Math.max(zone[0], zone[2])];
    const [y0, y1] = [Math.min(zone[1], zone[3]), Math.max(zone[1], zone[3])];
    const field = [Float64Array.from([x0, y0, x1, y0, x1, y1, x0, y1])];
    const covered = layers.reduce<Region>((all, { region }) => {
      const here = isNear(field[0]!, region) ? intersection(region, field) : [];
      return here.length > 0 ? union(all, here) : all;
    }, []);
    const area = areaMm2(covered);
    return area > 0 ? [{ zone, areaMm2: area }] : [];
  });
}
type MeshZones = readonly (readonly [number, number, number, number])[];
