import type { CheckOutcome } from '../../rules/outcome.ts';
import type { MeshChoice } from './mesh.ts';

/** States from which a job's print is asked for. */
export const mayPrintFrom: readonly string[] = ['cleared', 'needs attention'];

/** Pieces that one print gives: a plate holds the job's own file as often as it was put there; a program is one piece. */
const piecesPerPrint = (mesh: MeshChoice | null): number =>
  mesh ? 1 + (mesh.more ?? []).filter((m) => m.file === null).length : 1;

/** Prints that a job takes. */
export const printsWanted = (job: { readonly quantity: number; readonly mesh: MeshChoice | null }): number =>
  Math.ceil(job.quantity / piecesPerPrint(job.mesh));

/** Material that a print has fed when it has come so high, g: whole layers count, for nobody knows how far one was. */
export function fedG({ report, estimate }: Pick<CheckOutcome, 'report' | 'estimate'>, zMm: number): number {
  const fedMm = report.layerRows.reduce((sum, row) => (row.zMm <= zMm + 1e-6 ? sum + row.filamentMm : sum), 0);
  return report.filamentMm > 0 ? estimate.massG * Math.min(1, fedMm / report.filamentMm) : 0;
}
