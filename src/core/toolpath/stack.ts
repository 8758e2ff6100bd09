import { areaMm2, difference, offset, perimeterMm, union, type Region } from '../geometry/clip.ts';
import type { Mesh } from '../mesh/mesh.ts';
import type { Topology } from '../mesh/topology.ts';
import { within, type Stepwise } from '../result/stepwise.ts';
import type { BodyRole } from './heads.ts';
import type { PlannedLayer } from './layerPlan.ts';
import { commonRuns, cuttingLayers, outerOnly, type Common, type ToolpathLayer } from './regions.ts';
import type { MeshToolpathSettings } from './settings.ts';
import { buildingSupport, supportParts, type SupportParts } from './support.ts';
import type { SupportBox } from './supportBoxes.ts';

/** A body that stands on the plate in bed coordinates, already scaled. */
export interface LaidBody {
  readonly mesh: Mesh;
  readonly topology: Topology;
  readonly role: BodyRole;
}
export interface StackLayer extends ToolpathLayer {
  /** What of it is each body's; nothing on a raft. */
  readonly bodies: readonly Region[];
}
/** Regions of everything that is laid on top of each other, before any line. */
export interface Stack {
  readonly bodies: readonly LaidBody[];
  readonly layers: readonly StackLayer[];
  /** Layers of raft below the part. */
  readonly raft: number;
  /** Support of each layer, and what of it is column and contact. */
  readonly supports: readonly Region[];
  readonly columns: readonly SupportParts[];
  /** What layers in a row have in common; null where everything is laid solid. */
  readonly common: Common | null;
}

/** Cuts bodies, builds what they need below them and finds what lies under tops and above floors. */
export function* buildingStack(
  bodies: readonly LaidBody[],
  planned: readonly PlannedLayer[],
  s: MeshToolpathSettings,
  boxes: readonly SupportBox[],
): Stepwise<Stack> {
  const raft = planned.filter((l) => l.cutMm === null).length;
  const cut: ToolpathLayer[][] = [];
  for (const [i, { mesh, topology }] of bodies.entries())
    cut.push(
      yield* within(
        cuttingLayers(mesh, topology, planned, s.contourOffsetMm),
        (0.6 * i) / bodies.length,
        (0.6 * (i + 1)) / bodies.length,
      ),
    );
  const drawn = together(cut);
  while (drawn.length > 0 && drawn.at(-1)!.region.length === 0) drawn.pop();
  const needsSupport = s.supportAngleDeg !== null || boxes.some((b) => b.kind === 'always');
  const supports = needsSupport
    ? yield* within(buildingSupport(drawn, s, raft, boxes), 0.6, 0.8)
    : drawn.map((): Region => []);
  // nothing stands on a raft for good: what lies on it is a floor
  const regions = drawn.map((l) => l.region);
  const common = s.infillPercent < 100 ? yield* within(commonRuns(regions, s), 0.8, 1) : null;
  const foot = drawn[raft];
  const base = foot && raft > 0 ? raftUnder(union(foot.region, supports[raft]), s.raftReachMm) : [];
  return {
    bodies,
    layers: drawn.map((l, k) => (k < raft ? { ...l, region: base } : l)),
    raft,
    supports,
    columns: supports.map((_, k) => supportParts(supports, k, s.contactLayers)),
    common,
  };
}
const raftUnder = (foot: Region, reachMm: number): Region => outerOnly(offset(foot, reachMm, true));

/** Bodies of one plate, layer by layer: where two are sunk into each other, the earlier has the place. */
function together(cut: readonly (readonly ToolpathLayer[])[]): StackLayer[] {
  const [first] = cut as [readonly ToolpathLayer[], ...(readonly ToolpathLayer[])[]];
  const out: StackLayer[] = [];
  for (const [k, layer] of first.entries()) {
    if (cut.length === 1) {
      out.push({ ...layer, bodies: [layer.region] });
      continue;
    }
    const own = cut.map((c) => c[k]!);
    const before = out.at(-1);
    const gaps = own.reduce((sum, l) => sum + l.gaps, 0);
    if (before && k > 0 && own.every((l, b) => l.region === cut[b]![k - 1]!.region)) {
      out.push({ ...layer, gaps, region: before.region, bodies: before.bodies });
      continue;
    }
    let region: Region = [];
    const bodies = own.map((l) => {
      const free = region.length === 0 || l.region.length === 0 ? l.region : difference(l.region, region);
      region = union(region, l.region);
      return free;
    });
    out.push({ ...layer, gaps, region, bodies });
  }
  return out;
}

/** Stacks that stand beside each other, as one: layers of the same number are laid at the same height. */
export function besideEachOther(stacks: readonly Stack[]): Pick<Stack, 'layers' | 'supports'> {
  const [first] = stacks;
  if (stacks.length === 1) return first!;
  const tallest = stacks.reduce((a, b) => (b.layers.length > a.layers.length ? b : a));
  return {
    layers: tallest.layers.map(({ zMm, heightMm }, k) => ({
      zMm,
      heightMm,
      region: stacks.flatMap((t) => t.layers[k]?.region ?? []),
      bodies: [],
      gaps: stacks.reduce((sum, t) => sum + (t.layers[k]?.gaps ?? 0), 0),
    })),
    supports: tallest.layers.map((_, k) => stacks.flatMap((t) => t.supports[k] ?? [])),
  };
}

/** Index of the last layer that is shorter than its time by a rough estimate; -1 where none is. */
export function lastShort({ layers }: Pick<Stack, 'layers'>, s: MeshToolpathSettings): number {
  return layers.findLastIndex(({ region }) => {
    const area = areaMm2(region);
    const wallsS = (perimeterMm(region) * s.walls) / s.hiddenWall.speedMmPerS;
    const fillS = ((area / s.fill.widthMm) * (s.infillPercent / 100)) / s.fill.speedMmPerS;
    return wallsS + fillS < s.minimumLayerTimeS;
  });
}
