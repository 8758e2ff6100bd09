import { union, type Region } from '../geometry/clip.ts';
import type { Mesh } from '../mesh/mesh.ts';
import type { Topology } from '../mesh/topology.ts';
import { runAll, within, type Stepwise } from '../result/stepwise.ts';
import { bridgesIn } from './bridging.ts';
import type { HeightChange } from './heightChanges.ts';
import { PartPath } from './partPath.ts';
import { commonOf, cuttingLayers, solidOf, type ToolpathLayer } from './regions.ts';
import type { MeshToolpathSettings } from './settings.ts';
import { buildingSupport } from './support.ts';

export interface Toolpath {
  readonly gcode: string;
  readonly layers: readonly ToolpathLayer[];
  /** Support on each layer. */
  readonly supports: readonly Region[];
  /** Plastic by the bead model, mm³: the part's, and that of skirt, brim, support and refills. */
  readonly partMm3: number;
  readonly restMm3: number;
  /** Changes at heights that the part does not reach. */
  readonly changesAbove: readonly HeightChange[];
}

/** G-code of a mesh that stands on the plate in bed coordinates, already scaled: walls from the inside out, floors and tops where layers
 *  differ, bridges along their span, sparse lines between, support columns. One step a layer. */
export function* generatingToolpath(mesh: Mesh, topology: Topology, s: MeshToolpathSettings): Stepwise<Toolpath> {
  const layers = yield* within(cuttingLayers(mesh, topology, s), 0, 0.3);
  const supports =
    s.supportAngleDeg === null
      ? layers.map((): Region => [])
      : yield* within(buildingSupport(layers, s, s.supportAngleDeg), 0.3, 0.4);
  const regions = layers.map((l) => l.region);
  const common =
    s.solidLayers > 0 && s.infillPercent < 100 ? yield* within(commonOf(regions, s.solidLayers), 0.4, 0.5) : [];
  const gapLayers = Math.max(1, Math.ceil(s.supportGapZMm / s.layerHeightMm - 1e-6));
  const p = new PartPath(s);
  for (const [k, layer] of layers.entries()) {
    p.layer(layer);
    if (k === 0) p.surround(union(layer.region, supports[0]));
    const inner = p.walls(layer.region);
    if (supports[k]!.length > 0) p.support(supports[k]!, supports[k + 1] ?? []);
    const bridges =
      k === 0 ? [] : bridgesIn(layer.region, regions[k - 1]!, supports[k - gapLayers] ?? [], s.bridge.widthMm);
    p.fill(inner, s.solidLayers > 0 ? solidOf(common, k, s.solidLayers, inner) : [], bridges, k >= layers.length - 1);
    p.finishLayer();
    yield 0.5 + (0.5 * (k + 1)) / layers.length;
  }
  return {
    gcode: p.end(),
    layers,
    supports,
    partMm3: p.partMm3,
    restMm3: p.restMm3,
    changesAbove: p.commands.left,
  };
}

/** The same in one go. */
export const generateToolpath = (mesh: Mesh, topology: Topology, s: MeshToolpathSettings): Toolpath =>
  runAll(generatingToolpath(mesh, topology, s));
