import { measuringStack } from '../../../core/resin/measureStack.ts';
import type { Inflate } from '../../../core/resin/png.ts';
import { readStack } from '../../../core/resin/readStack.ts';
import type { StackTools } from '../../../core/resin/stack.ts';
import type { StackReport } from '../../../core/resin/stackReport.ts';
import { succeed, type Result } from '../../../core/result/result.ts';
import type { Stepwise } from '../../../core/result/stepwise.ts';
import type { CheckContext } from '../../rules/context.ts';
import type { DrawnMesh } from '../../rules/meshReport.ts';
import type { MeshChoice } from './mesh.ts';
import { drawingStack } from './meshStack.ts';
import { openPlate } from './plate.ts';

/** What a check of layers comes to before any rule is asked. */
export interface LookedAt {
  readonly report: StackReport;
  /** The stack that will be sent, and its digest; `drawn` where it was made here. */
  readonly digest: string;
  readonly drawn: Uint8Array | null;
  readonly mesh: DrawnMesh | null;
}

/** The layers of a job: those it brought along, or what its meshes become on the screen of its machine. */
export function* lookingAtLayers(
  bytes: Uint8Array,
  choice: MeshChoice | null,
  others: ReadonlyMap<string, Uint8Array>,
  sheet: CheckContext,
  tools: StackTools & { readonly inflate: Inflate },
): Stepwise<Result<LookedAt>> {
  if (!choice) {
    const stack = readStack(bytes, tools.sha256);
    if (!stack.ok) return stack;
    const report = yield* measuringStack(stack.value, tools.inflate);
    return report.ok ? succeed({ report: report.value, digest: tools.sha256(bytes), drawn: null, mesh: null }) : report;
  }
  const plate = openPlate(bytes, choice, others);
  if (!plate.ok) return plate;
  const made = yield* drawingStack(plate.value, sheet, tools, choice.prepared);
  if (!made.ok) return made;
  const { zip, report, mesh } = made.value;
  return succeed({ report, digest: tools.sha256(zip!), drawn: zip, mesh });
}
