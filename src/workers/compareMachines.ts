import { elsewhereCheckOf, inTheMiddle, type ElsewhereCheck } from '../areas/checks/model/elsewhere.ts';
import type { MeshChoice } from '../areas/checks/model/mesh.ts';
import { checkingMesh } from '../areas/checks/model/meshJob.ts';
import type { LimitSheet } from '../areas/checks/model/sheet.ts';
import { checkJob } from '../areas/checks/rules/index.ts';
import { inspectGcode } from '../core/gcode/inspect.ts';
import { openMesh } from '../core/mesh/openMesh.ts';
import { sentenceOf } from '../core/result/result.ts';
import { runAll } from '../core/result/stepwise.ts';

export interface MachinesWish {
  readonly file: Blob;
  /** How a mesh is read and stands; null for a program. */
  readonly mesh: MeshChoice | null;
  readonly sheets: readonly LimitSheet[];
}
export type MachinesAnswer =
  | { readonly index: number; readonly check: ElsewhereCheck | null; readonly why: string | null }
  | { readonly isDone: true };
const post = (answer: MachinesAnswer): void => self.postMessage(answer);

/** Checks one job against the limits of one machine after another; the same core as everywhere. */
self.onmessage = async ({ data: { file, mesh, sheets } }: MessageEvent<MachinesWish>) => {
  const bytes = new Uint8Array(await file.arrayBuffer());
  for (const [index, sheet] of sheets.entries()) {
    if (mesh) {
      const opened = openMesh(bytes, mesh.unit);
      const checked = opened.ok
        ? runAll(checkingMesh(opened.value, inTheMiddle(mesh, sheet).placement, sheet))
        : opened;
      if (!checked.ok) post({ index, check: null, why: sentenceOf(checked.failure) });
      else post({ index, check: elsewhereCheckOf(checkJob({ ...checked.value, sheet })), why: null });
      continue;
    }
    const report = inspectGcode(bytes, sheet.machine.motion);
    if (!report.ok) post({ index, check: null, why: sentenceOf(report.failure) });
    else post({ index, check: elsewhereCheckOf(checkJob({ report: report.value, sheet })), why: null });
  }
  post({ isDone: true });
};
