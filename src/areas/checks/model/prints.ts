import { isOfLayers, type JobOutcome } from '../../rules/outcome.ts';
import type { MeshChoice } from './mesh.ts';

/** Pieces that one print gives: a plate holds the job's own file as often as it was put there; a program is one piece. */
const piecesPerPrint = (mesh: MeshChoice | null): number =>
  mesh ? 1 + (mesh.more ?? []).filter((m) => m.file === null).length : 1;

/** Prints that a job takes. */
export const printsWanted = (job: { readonly quantity: number; readonly mesh: MeshChoice | null }): number =>
  Math.ceil(job.quantity / piecesPerPrint(job.mesh));

/** Material that a print has fed when it has come so high, g: whole layers count, for nobody knows how far one was. */
export function fedG(outcome: JobOutcome, zMm: number): number {
  if (isOfLayers(outcome)) {
    const { rows } = outcome.stack;
    const all = rows.reduce((sum, row) => sum + row.areaMm2, 0);
    const lit = rows.reduce((sum, row) => (row.zMm <= zMm + 1e-6 ? sum + row.areaMm2 : sum), 0);
    return all > 0 ? (outcome.estimate.massG * lit) / all : 0;
  }
  const { report, estimate } = outcome;
  const fedMm = report.layerRows.reduce((sum, row) => (row.zMm <= zMm + 1e-6 ? sum + row.filamentMm : sum), 0);
  return report.filamentMm > 0 ? estimate.massG * Math.min(1, fedMm / report.filamentMm) : 0;
}

/** How what a print has fed is shared by the heads, by what the whole print takes of each: nobody weighs a spool in the middle. Heads are
 *  counted as programs call them. */
export function sharesOf(
  estimate: JobOutcome['estimate'] | null,
  bodyTool = 0,
): readonly { readonly head: number; readonly share: number }[] {
  const heads = estimate && 'heads' in estimate ? (estimate.heads ?? []) : [];
  const massG = heads.reduce((sum, h) => sum + h.massG, 0);
  return massG > 0 ? heads.map((h) => ({ head: h.head - 1, share: h.massG / massG })) : [{ head: bodyTool, share: 1 }];
}
