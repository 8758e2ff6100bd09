import { joined, type Mesh } from '../../../core/mesh/mesh.ts';
import { surveyMesh } from '../../../core/mesh/facts.ts';
import { hollowing } from '../../../core/mesh/hollow.ts';
import { Probe, proposeDrains, type Drain } from '../../../core/resin/drains.ts';
import { placingSupports } from '../../../core/resin/placeSupports.ts';
import { addedTo, piercedBy, liftedBy, type Prepared } from '../../../core/resin/prepared.ts';
import type { Place, Support } from '../../../core/resin/supports.ts';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import { within, type Stepwise } from '../../../core/result/stepwise.ts';
import type { CheckContext } from '../../rules/context.ts';
import { stackSettingsOf, stackWants, supportShapeOf } from '../../rules/stackSettings.ts';
import { thingsOnPlate, topologyOnPlate, type PlatePart } from './plate.ts';

/** What somebody wants added to parts as they stand. */
export interface PrepareWish {
  readonly raiseMm: number;
  /** How wide holes are that are proposed; where it is null those that are there stay. */
  readonly drainMm: number | null;
  readonly drains?: readonly Drain[];
  /** None are placed where it is null. */
  readonly supports: {
    readonly spacingMm: number;
    readonly onPart: boolean;
    readonly kept: readonly Support[];
  } | null;
}
export interface PreparedPlate {
  readonly prepared: Prepared;
  /** Places that want a support and have no way down. */
  readonly noPlace: readonly Place[];
}
/** Figures a person begins with (common practice, no source). */
export const USUAL_WISH = { wallMm: 2, drainMm: 2.5, raiseMm: 5, spacingMm: 3 } as const;
/** Raises parts, bores their hollows and places supports under what nothing holds. */
export function* preparingPlate(
  parts: readonly PlatePart[],
  { recipe }: CheckContext,
  { raiseMm, drainMm, drains: kept = [], supports }: PrepareWish,
): Stepwise<Result<PreparedPlate>> {
  const values = recipe.values ?? {};
  const wants = stackWants(values);
  if (wants !== null) return fail({ code: 'noLay', what: wants, todo: 'set it in the library' });
  const mesh = liftedBy(joined(thingsOnPlate(parts).map((t) => t.mesh)), raiseMm);
  const drains = drainMm === null ? [...kept] : [];
  if (drainMm !== null) {
    const probe = new Probe(mesh);
    for (const hollow of hollowsOf(mesh)) drains.push(...proposeDrains(probe, hollow, drainMm));
  }
  yield 0.1;
  if (!supports) return succeed({ prepared: { raiseMm, drains, supports: null }, noPlace: [] });
  const shape = supportShapeOf(values);
  const pierced = piercedBy(mesh, drains);
  if (!pierced.ok) return pierced;
  const { noPlace, ...placed } = yield* within(
    placingSupports(
      mesh,
      topologyOnPlate(parts, mesh),
      stackSettingsOf(values, ''),
      { shape, ...supports },
      addedTo({ raiseMm, drains, supports: null }, pierced.value).drills,
    ),
    0.1,
    1,
  );
  return succeed({ prepared: { raiseMm, drains, supports: placed }, noPlace });
}

/** Inner surfaces of hollow bodies, each as a mesh of its own. */
function hollowsOf(mesh: Mesh): Mesh[] {
  const { shellOf, shells } = surveyMesh(mesh).shells;
  return shells.flatMap((shell, i) => {
    if (shell.volumeMm3 >= 0 || shell.isInsideOut) return [];
    const corners = mesh.corners.filter((_, k) => shellOf[(k / 3) | 0] === i);
    const used = [...new Set(corners)];
    const at = new Map(used.map((v, k) => [v, k]));
    return [
      {
        xyz: Float64Array.from(used.flatMap((v) => [...mesh.xyz.subarray(3 * v, 3 * v + 3)])),
        corners: corners.map((v) => at.get(v)!),
      },
    ];
  });
}

/** What was opened, hollowed: its parts keep their walls and their place. */
export function* hollowingPlate(parts: readonly PlatePart[], wallMm: number): Stepwise<Result<readonly PlatePart[]>> {
  const out: PlatePart[] = [];
  for (const [i, part] of parts.entries()) {
    const { opened, survey } = part;
    const made = yield* within(
      hollowing(opened.mesh, survey.topology, wallMm),
      i / parts.length,
      (i + 1) / parts.length,
    );
    if (!made.ok) return made;
    const { mesh } = made.value;
    out.push({ ...part, opened: { ...opened, mesh }, survey: surveyMesh(mesh) });
  }
  return succeed(out);
}
