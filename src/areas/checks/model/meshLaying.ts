import { contains, offset, type Region } from '../../../core/geometry/clip.ts';
import { boundsOf, joined } from '../../../core/mesh/mesh.ts';
import type { Leaning, OverhangRegion, OverhangWish } from '../../../core/mesh/overhang.ts';
import { topologyOf } from '../../../core/mesh/topology.ts';
import type { Toolpath } from '../../../core/toolpath/generateToolpath.ts';
import { moreBodies, type BodyRole, type Heads, type OtherHead, type OtherRole } from '../../../core/toolpath/heads.ts';
import { liftMm } from '../../../core/toolpath/layerPlan.ts';
import type { ToolpathLayer } from '../../../core/toolpath/regions.ts';
import type { MeshToolpathSettings } from '../../../core/toolpath/settings.ts';
import type { LaidBody } from '../../../core/toolpath/stack.ts';
import { topUnder } from '../../../core/toolpath/support.ts';
import type { SupportBox } from '../../../core/toolpath/supportBoxes.ts';
import { onPlate } from '../../machines/model/dialect.ts';
import type { CheckContext } from '../../rules/context.ts';
import type { OtherHeadRole } from '../../rules/recipeInput.ts';
import type { PlateThing } from './plate.ts';

/** What is laid together, each body of it once, and the things in the order they are laid. Things that are laid one after another are
 *  groups of their own, the lowest first: the head need not pass beside the tallest. */
export function groupsOf(
  things: readonly PlateThing[],
  whole: Pick<LaidBody, 'mesh' | 'topology'>,
  isOneByOne: boolean,
): { readonly groups: LaidBody[][]; readonly order: readonly number[] } {
  const order = [...things.keys()];
  if (isOneByOne) {
    order.sort((a, b) => topOf(things[a]!) - topOf(things[b]!));
    return { order, groups: order.map((i) => bodiesOf([things[i]!])) };
  }
  const [body, ...more] = new Set(things.flatMap((s) => s.bodies.map((b) => b.body)));
  return { order, groups: [more.length === 0 ? [{ ...whole, role: roleOf(body!) }] : bodiesOf(things)] };
}
const topOf = ({ mesh }: PlateThing): number => boundsOf(mesh).max[2];
const roleOf = (body: number): BodyRole => (body === 1 ? 'body' : moreBodies[body - 2]!);
function bodiesOf(things: readonly PlateThing[]): LaidBody[] {
  const all = things.flatMap((s) => s.bodies);
  const numbers = [...new Set(all.map((b) => b.body))].sort((a, b) => a - b);
  return numbers.map((body) => {
    const mesh = joined(all.filter((b) => b.body === body).map((b) => b.mesh));
    return { mesh, topology: topologyOf(mesh), role: roleOf(body) };
  });
}
const TOOLPATH_ROLES: Readonly<Record<OtherHeadRole, OtherRole>> = {
  'part body 2': 'body2',
  'part body 3': 'body3',
  'part body 4': 'body4',
  support: 'support',
  'support contact': 'supportContact',
  'raft/brim': 'brim',
};
/** Which head lays what. Where nobody has said what touches the part, the support does. */
export function headsOf({ heads = [], bodyTool = 0, machine, recipe }: CheckContext): Heads {
  const isNamed = (role: OtherHeadRole): boolean => recipe.roles?.some((r) => r.role === role) === true;
  return {
    bodyTool,
    others: heads.flatMap(({ tool, roles, recipe: { lay } }): OtherHead[] => {
      const own = roles.map((r) => TOOLPATH_ROLES[r]);
      if (roles.includes('support') && !isNamed('support contact')) own.push('supportContact');
      return lay ? [{ tool, roles: own, lay }] : [];
    }),
    plateMm: [machine.travelMm[0], machine.travelMm[1]],
    zonesMm: onPlate(machine.zonesMm ?? [], machine.lowestMm),
  };
}

/** Index of the layer that a height lies in. */
function layerAt(layers: readonly ToolpathLayer[], zMm: number): number {
  let [low, high] = [0, layers.length - 1];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (layers[middle]!.zMm < zMm) low = middle + 1;
    else high = middle;
  }
  return low;
}
/** Whether a place of the part, which stands so high, lies in a layer as it is laid. */
export function insideLaid(
  layers: readonly ToolpathLayer[],
  lift: number,
): (x: number, y: number, z: number) => boolean {
  const top = layers[layers.length - 1]!.zMm;
  return (x, y, z) => z >= 0 && z + lift <= top && contains(layers[layerAt(layers, z + lift)]!.region, x, y);
}
/** Whether support takes a place of the part's surface: what leans as far as support does, and everything in a box that always has
 *  it, where a column ends below. A column reaches a line and its gap further than it is drawn. */
export function takenBySupport(
  { layers, supports }: Toolpath,
  lay: MeshToolpathSettings,
  boxes: readonly SupportBox[],
): NonNullable<OverhangWish['isTaken']> {
  const lift = liftMm(lay);
  const reachMm = lay.supportGapXYMm + lay.support.widthMm;
  const grown = new Map<number, Region>();
  const isAlways = (...at: readonly [number, number, number]): boolean =>
    boxes.some((b) => b.kind === 'always' && at.every((v, i) => v >= b.minMm[i]! - 1e-6 && v <= b.maxMm[i]! + 1e-6));
  return (x, y, z, lean) => {
    if (lean <= (lay.supportAngleDeg ?? 90) && !isAlways(x, y, z)) return false;
    const k = topUnder(layers, layerAt(layers, z + lift + 1e-6), lay.supportGapZMm);
    if (k < 0) return false;
    let region = grown.get(k);
    if (!region) grown.set(k, (region = offset(supports[k]!, reachMm, true)));
    return contains(region, x, y);
  };
}
/** Patches of a part that stands so high. */
export function raisedBy(o: OverhangRegion, lift: number): OverhangRegion {
  if (lift === 0) return o;
  const up = (l: Leaning): Leaning => (l.areaMm2 > 0 ? { ...l, zMm: l.zMm + lift } : l);
  return { ...o, ...up(o), bare: up(o.bare), bareSlope: up(o.bareSlope) };
}
