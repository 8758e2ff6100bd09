import type { CheckContext } from '../../rules/context.ts';

/** Lean from the vertical that most plastics bridge step by step; common practice, no source. */
const USUAL_OVERHANG_DEG = 45;

/** Lean beyond which a surface is asked about: the proven one, or else the usual one. */
export function overhangLimitOf(sheet: CheckContext): number {
  const proof = sheet.proofs['steepestOverhangDeg'];
  return proof && proof.state !== 'sister' ? Math.min(89.9, proof.range.max) : USUAL_OVERHANG_DEG;
}
