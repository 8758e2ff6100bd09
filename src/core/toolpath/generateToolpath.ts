import { areaMm2, boxOf, boxOfBoxes, union, type Box, type Region } from '../geometry/clip.ts';
import { fail, succeed, type Result } from '../result/result.ts';
import { runAll, within, type Stepwise } from '../result/stepwise.ts';
import { bridgesIn } from './bridging.ts';
import type { HeightChange } from './heightChanges.ts';
import { oneHead, type Head, type Heads } from './heads.ts';
import { hiddenPurges } from './hiddenPurge.ts';
import { LayerLines } from './layerLines.ts';
import { planLayers } from './layerPlan.ts';
import { PartWriter } from './partWriter.ts';
import { placeTower, type PurgeTower } from './purgeTower.ts';
import { solidOf, type ToolpathLayer } from './regions.ts';
import type { MeshToolpathSettings } from './settings.ts';
import { besideEachOther, buildingStack, lastShort, type LaidBody, type Stack } from './stack.ts';
import { topUnder } from './support.ts';
import type { SupportBox } from './supportBoxes.ts';
import { freePlaceBeside, rectangle } from './surround.ts';

/** What there is besides the parts: heads, and boxes that a person has drawn. */
export interface Plate extends Heads {
  readonly boxes: readonly SupportBox[];
}
export const plainPlate: Plate = { ...oneHead, boxes: [] };

export interface Toolpath {
  readonly gcode: string;
  readonly layers: readonly ToolpathLayer[];
  /** Support on each layer. */
  readonly supports: readonly Region[];
  /** Plastic by the bead model, mm³: the part's, and that of skirt, brim, raft, support and refills. */
  readonly partMm3: number;
  readonly restMm3: number;
  /** What of the rest stands in the purge tower. */
  readonly purgeMm3: number;
  /** Changes at heights that the part does not reach. */
  readonly changesAbove: readonly HeightChange[];
}

/** What stands beside a stack. */
interface Beside {
  readonly tower: PurgeTower | null;
  /** The column that the nozzle waits on, up to a layer. */
  readonly column: { readonly square: Region; readonly lastLayer: number } | null;
}
const nothingBeside: Beside = { tower: null, column: null };

/** G-code of what stands on the plate: raft, walls from the inside out, floors and tops where layers differ, bridges along their span,
 *  sparse lines between, support columns; each role and each body by its head. Groups are laid one after another, the bodies of each
 *  layer by layer. One step a layer. Refused where purge tower or column have no room, and where several heads would lay one part
 *  after another. */
export function* generatingToolpath(
  groups: readonly (readonly LaidBody[])[],
  s: MeshToolpathSettings,
  plate: Plate = plainPlate,
): Stepwise<Result<Toolpath>> {
  if (groups.length > 1 && plate.others.length > 0)
    return fail({
      code: 'oneHeadOnly',
      what: 'Parts are laid one after another by one head only',
      todo: 'lay them layer by layer, or everything with the head of the part body',
    });
  const planned = planLayers(
    groups.flatMap((bodies) => bodies.map((b) => b.mesh)),
    s,
  );
  const stacks: Stack[] = [];
  for (const [i, bodies] of groups.entries())
    stacks.push(
      yield* within(
        buildingStack(bodies, planned, s, plate.boxes),
        (0.5 * i) / groups.length,
        (0.5 * (i + 1)) / groups.length,
      ),
    );
  const p = new PartWriter(s, plate);
  const [first] = stacks as [Stack, ...Stack[]];
  const beside = groups.length > 1 ? succeed(nothingBeside) : standBeside(first, p, s, plate);
  if (!beside.ok) return beside;
  p.purgeAt(beside.value.tower);
  const left = new Set(s.heightChanges);
  let highestMm = 0;
  for (const [i, stack] of stacks.entries()) {
    yield* within(
      writing(stack, p, s, beside.value, i > 0 ? highestMm : null),
      0.5 + (0.5 * i) / stacks.length,
      0.5 + (0.5 * (i + 1)) / stacks.length,
    );
    for (const change of s.heightChanges) if (!p.commands.left.includes(change)) left.delete(change);
    highestMm = Math.max(highestMm, stack.layers.at(-1)?.zMm ?? 0);
  }
  return succeed({
    gcode: p.end(),
    ...besideEachOther(stacks),
    partMm3: p.partMm3,
    restMm3: p.restMm3,
    purgeMm3: p.purgeMm3,
    changesAbove: [...left],
  });
}
/** The same in one go. */
export const generateToolpath = (
  groups: readonly (readonly LaidBody[])[],
  s: MeshToolpathSettings,
  plate: Plate = plainPlate,
): Result<Toolpath> => runAll(generatingToolpath(groups, s, plate));

/** Lays a stack line by line; beside what already stands so high where it is not the first. */
function* writing(
  stack: Stack,
  p: PartWriter,
  s: MeshToolpathSettings,
  { tower, column }: Beside,
  besideMm: number | null,
): Stepwise<void> {
  const { layers, supports, columns, common, raft, bodies } = stack;
  const strips = tower?.strips.flat() ?? [];
  const screen = s.draughtScreenMm > 0 ? screenRound(stack, strips, s) : null;
  let before: (LayerLines | null)[] = bodies.map(() => null);
  for (const [k, layer] of layers.entries()) {
    const own = bodies.map(({ role }, b): LayerLines => {
      const region = k < raft ? layer.region : layer.bodies[b]!;
      const head = role === 'body' ? p.body : p.headOf(role);
      return new LayerLines(k + 1, region === layer.region ? layer : { ...layer, region }, head, p.headOf);
    });
    const [main] = own as [LayerLines, ...LayerLines[]];
    const waits = column && k <= column.lastLayer ? column.square : [];
    if (k === 0) main.surround([...union(layer.region, supports[0]), ...strips, ...waits], screen);
    if (screen && isScreened(layer, s)) main.screen(screen);
    if (k < raft) main.raft(layer.region, k === raft - 1);
    else
      for (const [b, lines] of own.entries()) {
        const region = layer.bodies[b]!;
        const inner = lines.walls(region, before[b]);
        if (b === 0 && supports[k]!.length > 0) lines.support(columns[k]!);
        const held = supports[topUnder(layers, k, s.supportGapZMm)] ?? [];
        lines.fill(inner, {
          solid: common && solidOf(common, k, region, inner),
          cover: layers[k + 1]?.region ?? null,
          bridges: k === 0 ? [] : bridgesIn(region, layers[k - 1]!.region, held, s.bridge.widthMm),
        });
      }
    if (waits.length > 0) main.column(waits);
    before = own;
    const held = own.flatMap((l) => l.held);
    const [start] = held;
    if (k === 0 && besideMm !== null && start) p.nextPart(besideMm, [start.points[0]!, start.points[1]!]);
    p.layer(layer);
    p.write(held);
    yield (k + 1) / layers.length;
  }
}

/** Finds room for purge tower and column. */
function standBeside(stack: Stack, p: PartWriter, s: MeshToolpathSettings, plate: Plate): Result<Beside> {
  const { layers, supports } = stack;
  if (layers.length === 0) return succeed(nothingBeside);
  const occupied = everywhere(layers, supports);
  const used = plate.others.length === 0 ? [] : headsUsed(p, stack, s);
  if (s.purgeInto === 'infill') p.purgeInside(hiddenPurges(stack, used, p.body, p.headOf));
  const tower =
    plate.others.length === 0
      ? succeed(null)
      : placeTower(p.changesOf(used), s, plate, {
          occupied,
          thinnestMm: Math.min(...layers.map((l) => l.heightMm)),
        });
  if (!tower.ok) return tower;
  const lastLayer = s.columnMm > 0 ? lastShort(stack, s) : -1;
  if (lastLayer < 0) return succeed({ tower: tower.value, column: null });
  const strips = tower.value?.strips.flat() ?? [];
  const at = freePlaceBeside(
    boxOfBoxes([occupied, ...strips.map((r) => boxOf(r))]),
    [s.columnMm, s.columnMm],
    s,
    plate,
  );
  if (!at)
    return fail({
      code: 'noPlaceForColumn',
      what: `The column of ${s.columnMm} × ${s.columnMm} mm has no room beside the part`,
      where: `plate of ${plate.plateMm[0]} × ${plate.plateMm[1]} mm`,
      todo: 'move the part, or leave the column out',
    });
  return succeed({
    tower: tower.value,
    column: { square: [rectangle(...at, s.columnMm, s.columnMm)], lastLayer },
  });
}

/** Which heads lay something on each layer. */
function headsUsed(p: PartWriter, stack: Stack, s: MeshToolpathSettings): ReadonlySet<Head>[] {
  return stack.layers.map((layer, k) => {
    const used = new Set<Head>();
    if (k < stack.raft) used.add(p.headOf('brim'));
    else
      for (const [b, { role }] of stack.bodies.entries())
        if (layer.bodies[b]!.length > 0) used.add(role === 'body' ? p.body : p.headOf(role));
    if ((k === 0 && (s.brimMm > 0 || s.skirtLoops > 0)) || isScreened(layer, s)) used.add(p.headOf('brim'));
    const { contact, column } = stack.columns[k]!;
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
  { layers, supports }: Pick<Stack, 'layers' | 'supports'>,
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
const everywhere = (layers: readonly ToolpathLayer[], supports: readonly Region[]): Box =>
  boxOfBoxes([...layers.map((l) => l.region), ...supports].filter((r) => r.length > 0).map((r) => boxOf(...r)));
