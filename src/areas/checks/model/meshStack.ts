import { boundsOf, joined } from '../../../core/mesh/mesh.ts';
import { layersUpTo, makingMeshStack } from '../../../core/resin/meshLayers.ts';
import { addedTo, NOT_PREPARED, piercedBy, liftedBy, type Prepared } from '../../../core/resin/prepared.ts';
import type { StackTools } from '../../../core/resin/stack.ts';
import type { StackReport } from '../../../core/resin/stackReport.ts';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import { within, type Stepwise } from '../../../core/result/stepwise.ts';
import type { CheckContext } from '../../rules/context.ts';
import { stackSettingsOf, stackWants } from '../../rules/stackSettings.ts';
import type { DrawnMesh } from '../../rules/meshReport.ts';
import { meshSeenOf } from './meshSeen.ts';
import { thingsOnPlate, topologyOnPlate, type PlatePart } from './plate.ts';

/** A layer stack with what looking at all its layers told. */
export interface DrawnStack {
  /** Null where it was only looked at. */
  readonly zip: Uint8Array | null;
  readonly report: StackReport;
  readonly mesh: DrawnMesh;
}
const MOST_LAYERS = 20_000;
/** A speck over the edge is the file's rounding. */
const SLACK_MM = 1e-6;

/** What a machine's screen covers, mm. */
export function screenOf({ recipe }: CheckContext): readonly [width: number, depth: number] {
  const { pixels, pixelMm } = stackSettingsOf(recipe.values ?? {}, '');
  return [pixels[0] * pixelMm[0], pixels[1] * pixelMm[1]];
}

/** Sets what was opened on the screen and draws its layers by the recipe; without tools they are only looked at. Places are mm from the left front corner of the screen. */
export function* drawingStack(
  parts: readonly PlatePart[],
  context: CheckContext,
  tools: StackTools | null,
  prepared: Prepared = NOT_PREPARED,
): Stepwise<Result<DrawnStack>> {
  const { recipe, machine } = context;
  const values = recipe.values ?? {};
  const wants = stackWants(values);
  if (wants !== null) return fail({ code: 'noLay', what: wants, todo: 'set it in the library' });
  const other = parts.find((p) => p.body > 1);
  if (other)
    return fail({
      code: 'noBody',
      what: `A part is of body ${other.body}, and a vat holds one resin`,
      todo: 'make it of body 1',
    });
  const settings = stackSettingsOf(values, `${recipe.material.name}, ${recipe.process.name}, ${machine.name}`);
  const stands = thingsOnPlate(parts).map((thing) => thing.mesh);
  const mesh = liftedBy(joined(stands), prepared.raiseMm);
  const pierced = piercedBy(mesh, prepared.drains);
  if (!pierced.ok) return pierced;
  const { min, max } = boundsOf(mesh);
  const [w, d] = screenOf(context);
  const beyond = Math.max(-min[0], -min[1], max[0] - w, max[1] - d);
  if (beyond > SLACK_MM)
    return fail({
      code: 'offScreen',
      what: `What stands on the plate reaches ${beyond.toFixed(2)} mm beyond the screen of ${w.toFixed(1)} × ${d.toFixed(1)} mm`,
      todo: 'check the unit of the file, move it, turn it, or take a larger printer',
    });
  const layers = layersUpTo(max[2], settings.layerMm);
  if (layers === 0)
    return fail({ code: 'flat', what: 'The part is lower than half a layer', todo: 'check the unit of the file' });
  if (layers > MOST_LAYERS)
    return fail({
      code: 'tooTall',
      what: `${layers} layers of ${settings.layerMm} mm; at most ${MOST_LAYERS} are drawn`,
      where: `height ${max[2].toFixed(1)} mm`,
      todo: 'check the unit of the file',
    });
  const { zip, report, gaps } = yield* within(
    makingMeshStack(mesh, topologyOnPlate(parts, mesh), settings, tools, addedTo(prepared, pierced.value)),
    0.1,
    1,
  );
  const holes = prepared.drains.map(({ at, diameterMm }, i) => ({ at, diameterMm, ...pierced.value[i]! }));
  return succeed({ zip, report: { ...report, holes }, mesh: { ...meshSeenOf(parts, stands), gaps } });
}
