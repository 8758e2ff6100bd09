import { elsewhereCheckOf, inTheMiddle, type ElsewhereCheck } from '../areas/checks/model/elsewhere.ts';
import type { MeshChoice } from '../areas/checks/model/mesh.ts';
import { checkMesh } from '../areas/checks/model/meshJob.ts';
import type { CheckContext } from '../areas/rules/context.ts';
import { checkJob } from '../areas/rules/run.ts';
import { inspectGcode } from '../core/gcode/inspect.ts';
import { sentenceOf } from '../core/result/result.ts';
import { bytesOf } from './bytesOf.ts';

export interface MachinesRequest {
  readonly file: Blob;
  /** Other files of the job, by their digest. */
  readonly others: readonly (readonly [string, Blob])[];
  /** How a mesh is read and stands; null for a program. */
  readonly mesh: MeshChoice | null;
  readonly sheets: readonly CheckContext[];
}
export type MachinesAnswer =
  | { readonly index: number; readonly check: ElsewhereCheck | null; readonly why: string | null }
  | { readonly isDone: true };
const post = (answer: MachinesAnswer): void => self.postMessage(answer);

/** Checks one job against the limits of one machine after another; the same core as everywhere. */
self.onmessage = async ({ data: { file, others, mesh, sheets } }: MessageEvent<MachinesRequest>) => {
  const bytes = new Uint8Array(await file.arrayBuffer());
  const besides = await bytesOf(others);
  for (const [index, sheet] of sheets.entries()) {
    if (mesh) {
      const checked = checkMesh(bytes, inTheMiddle(mesh, sheet), sheet, besides);
      if (!checked.ok) post({ index, check: null, why: sentenceOf(checked.failure) });
      else post({ index, check: elsewhereCheckOf(checkJob({ ...checked.value, context: sheet })), why: null });
      continue;
    }
    const report = inspectGcode(bytes, sheet.machine.motion);
    if (!report.ok) post({ index, check: null, why: sentenceOf(report.failure) });
    else post({ index, check: elsewhereCheckOf(checkJob({ report: report.value, context: sheet })), why: null });
  }
  post({ isDone: true });
};
