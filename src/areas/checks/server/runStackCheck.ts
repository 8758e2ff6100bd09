import { measuringStack } from '../../../core/resin/measureStack.ts';
import { readStack } from '../../../core/resin/readStack.ts';
import type { StackReport } from '../../../core/resin/stackReport.ts';
import { succeed, type Result } from '../../../core/result/result.ts';
import type { Stepwise } from '../../../core/result/stepwise.ts';
import type { CheckContext } from '../../rules/context.ts';
import type { MeshSeen } from '../../rules/meshReport.ts';
import type { MeshChoice } from '../model/mesh.ts';
import { drawingStack } from '../model/meshStack.ts';
import { openPlate } from '../model/plate.ts';
import { checkStack } from '../../rules/runStack.ts';
import { sentenceOf } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { storeFile } from '../../../platform/files/store.ts';
import {
  finishRun,
  piecesOf,
  stepThrough,
  TOO_MUCH,
  wholeFiles,
  type CheckCaps,
  type JobRecord,
} from './checkSteps.ts';
import { pinOf } from './sheet.ts';
import { workDigest } from './workDigest.ts';
import { inflate, sha256, stackTools } from '../../../platform/files/stackTools.ts';

/** What a check of layers comes to before any rule is asked. */
interface LookedAt {
  readonly report: StackReport;
  /** The stack that will be sent, and its digest; `drawn` where it was made here. */
  readonly digest: string;
  readonly drawn: Uint8Array | null;
  readonly mesh: MeshSeen | null;
}

/** The layers of a job: those it brought along, or what its meshes become on the screen of its machine. */
function* lookingAtLayers(
  bytes: Uint8Array,
  choice: MeshChoice | null,
  others: ReadonlyMap<string, Uint8Array>,
  sheet: CheckContext,
): Stepwise<Result<LookedAt>> {
  if (!choice) {
    const stack = readStack(bytes, sha256);
    if (!stack.ok) return stack;
    const report = yield* measuringStack(stack.value, inflate);
    return report.ok ? succeed({ report: report.value, digest: sha256(bytes), drawn: null, mesh: null }) : report;
  }
  const plate = openPlate(bytes, choice, others);
  if (!plate.ok) return plate;
  const made = yield* drawingStack(plate.value, sheet, stackTools);
  if (!made.ok) return made;
  const { zip, report, mesh } = made.value;
  return succeed({ report, digest: sha256(zip!), drawn: zip, mesh });
}

/** Runs the check of layers a resin printer shows: brought along, or drawn of meshes and kept as a file of their own. */
export async function runLayerCheck(
  ctx: Ctx,
  row: JobRecord,
  runId: string,
  sheet: CheckContext,
  caps: CheckCaps,
): Promise<void> {
  const { mesh } = row;
  const refuse = (refusal: string): Promise<void> =>
    finishRun(ctx, row, runId, { state: 'refused', refusal: `${row.fileName}: ${refusal}`, mesh }, 'check refused');
  const files = await wholeFiles(ctx, row, mesh);
  if (!files) return refuse(TOO_MUCH);
  const looked = await stepThrough(ctx, row, runId, caps, lookingAtLayers(files.bytes, mesh, files.others, sheet));
  if (typeof looked === 'string') return refuse(looked);
  if (!looked.value.ok) return refuse(sentenceOf(looked.value.failure));
  const { report, digest, drawn, mesh: seen } = looked.value.value;
  const kept = drawn && (await storeFile(ctx, piecesOf(drawn)));
  if (kept && !kept.ok) return refuse(sentenceOf(kept.failure));
  const outcome = checkStack({ stack: report, ...(seen && { mesh: seen }), context: sheet });
  await finishRun(
    ctx,
    row,
    runId,
    {
      state: 'done',
      bytesRead: row.fileSize,
      sheet,
      mesh,
      pinSha: pinOf(sheet, mesh),
      workSha: workDigest(row.fileSha, mesh, sheet),
      outcome,
      programSha: kept?.value.sha256 ?? null,
      wireSha: digest,
      peakResidentBytes: process.resourceUsage().maxRSS * 1024,
    },
    outcome.sentence,
  );
}
