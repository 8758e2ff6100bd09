import { areaMm2, boxOf, boxOfBoxes, union, type Box, type Region } from '../geometry/clip.ts';
import type { Mesh } from '../mesh/mesh.ts';
import type { Topology } from '../mesh/topology.ts';
import { succeed, type Result } from '../result/result.ts';
import { runAll, within, type Stepwise } from '../result/stepwise.ts';
import { bridgesIn } from './bridging.ts';
import type { HeightChange } from './heightChanges.ts';
import { oneHead, type Head, type Heads } from './heads.ts';
import { LayerLines } from './layerLines.ts';
import { PartWriter } from './partWriter.ts';
import { placeTower } from './purgeTower.ts';
import { commonRuns, cuttingLayers, solidOf, type ToolpathLayer } from './regions.ts';
import type { MeshToolpathSettings } from './settings.ts';
import { buildingSupport, supportParts, type SupportParts } from './support.ts';

export interface Toolpath {
  readonly gcode: string;
  readonly layers: readonly ToolpathLayer[];
  /** Support on each layer. */
  readonly supports: readonly Region[];
  /** Plastic by the bead model, mm³: the part's, and that of skirt, brim, support and refills. */
  readonly partMm3: number;
  readonly restMm3: number;
  /** What of the rest stands in the purge tower. */
  readonly purgeMm3: number;
  /** Changes at heights that the part does not reach. */
  readonly changesAbove: readonly HeightChange[];
}

/** G-code of a mesh that stands on the plate in bed coordinates, already scaled: walls from the inside out, floors and tops where layers
 *  differ, bridges along their span, sparse lines between, support columns; each role by its head. One step a layer. Refused where the
 *  purge tower has no room. */
export function* generatingToolpath(
  mesh: Mesh,
  topology: Topology,
  s: MeshToolpathSettings,
  heads: Heads = oneHead,
): Stepwise<Result<Toolpath>> {
  const layers = yield* within(cuttingLayers(mesh, topology, s), 0, 0.3);
  const supports =
    s.supportAngleDeg === null
      ? layers.map((): Region => [])
      : yield* within(buildingSupport(layers, s, s.supportAngleDeg), 0.3, 0.4);
  const regions = layers.map((l) => l.region);
  const isSparse = s.infillPercent < 100;
  const common = isSparse ? yield* within(commonRuns(regions, s), 0.4, 0.5) : null;
  const gapLayers = Math.max(1, Math.ceil(s.supportGapZMm / s.layerHeightMm - 1e-6));
  const columns = supports.map((_, k) => supportParts(supports, k, s.contactLayers));
  const p = new PartWriter(s, heads);
  const tower =
    heads.others.length === 0
      ? succeed(null)
      : placeTower(p.changesOf(headsUsed(p, layers, columns, s)), s, heads, everywhere(regions, supports));
  if (!tower.ok) return tower;
  p.purgeAt(tower.value);
  const strips = tower.value?.strips.flat() ?? [];
  const screen = s.draughtScreenMm > 0 ? screenRound(layers, supports, strips, s) : null;
  let before: LayerLines | null = null;
  for (const [k, layer] of layers.entries()) {
    const lines: LayerLines = new LayerLines(k + 1, layer, p.body, p.headOf);
    if (k === 0) lines.surround([...union(layer.region, supports[0]), ...strips], screen);
    if (screen && isScreened(layer, s)) lines.screen(screen);
    const inner = lines.walls(layer.region, before);
    before = lines;
    if (supports[k]!.length > 0) lines.support(columns[k]!);
    const bridges =
      k === 0 ? [] : bridgesIn(layer.region, regions[k - 1]!, supports[k - gapLayers] ?? [], s.bridge.widthMm);
    lines.fill(inner, {
      solid: common && solidOf(common, k, layer.region, inner),
      cover: regions[k + 1] ?? null,
      bridges,
    });
    p.layer(layer);
    p.write(lines.held);
    yield 0.5 + (0.5 * (k + 1)) / layers.length;
  }
  return succeed({
    gcode: p.end(),
    layers,
    supports,
    partMm3: p.partMm3,
    restMm3: p.restMm3,
    purgeMm3: p.purgeMm3,
    changesAbove: p.commands.left,
  });
}

/** Which heads lay something on each layer. */
function headsUsed(
  p: PartWriter,
  layers: readonly ToolpathLayer[],
  columns: readonly SupportParts[],
  s: MeshToolpathSettings,
): ReadonlySet<Head>[] {
  return layers.map((layer, k) => {
    const used = new Set<Head>([p.body]);
    if ((k === 0 && (s.brimMm > 0 || s.skirtLoops > 0)) || isScreened(layer, s)) used.add(p.headOf('brim'));
    const { contact, column } = columns[k]!;
    if (areaMm2(contact) > 0) used.add(p.headOf('supportContact'));
    if (areaMm2(column) > 0) used.add(p.headOf('support'));
    return used;
  });
}
/** Whether the draught screen reaches so high. */
const isScreened = ({ zMm }: ToolpathLayer, { draughtScreenMm }: MeshToolpathSettings): boolean =>
  zMm <= draughtScreenMm + 1e-6;
/** What a draught screen stands round: everything up to its height. */
function screenRound(
  layers: readonly ToolpathLayer[],
  supports: readonly Region[],
  strips: Region,
  s: MeshToolpathSettings,
): Region {
  let all = union(strips);
  for (const [k, layer] of layers.entries())
    if (isScreened(layer, s) && (layer.region !== layers[k - 1]?.region || supports[k] !== supports[k - 1]))
      all = union(all, [...layer.region, ...supports[k]!]);
  return all;
}
/** The box round everything that is laid. */
const everywhere = (regions: readonly Region[], supports: readonly Region[]): Box =>
  boxOfBoxes([...regions, ...supports].filter((r) => r.length > 0).map((r) => boxOf(...r)));

/** The same in one go. */
export const generateToolpath = (
  mesh: Mesh,
  topology: Topology,
  s: MeshToolpathSettings,
  heads: Heads = oneHead,
): Result<Toolpath> => runAll(generatingToolpath(mesh, topology, s, heads));
