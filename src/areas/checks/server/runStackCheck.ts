import type { CheckContext } from '../../rules/context.ts';
import { lookingAtLayers } from '../model/work.ts';
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
import { inflate, stackTools } from '../../../platform/files/stackTools.ts';

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
  const looked = await stepThrough(
    ctx,
    row,
    runId,
    caps,
    lookingAtLayers(files.bytes, mesh, files.others, sheet, { ...stackTools, inflate }),
  );
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
