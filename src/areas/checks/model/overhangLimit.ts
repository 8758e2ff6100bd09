import type { CheckContext } from '../../rules/context.ts';
import { isBody } from '../../rules/recipeInput.ts';

/** Lean from the vertical that most plastics bridge step by step; common practice, no source. */
const USUAL_OVERHANG_DEG = 45;

/** Lean beyond which a surface is asked about: the proven one, or else the usual one; of several bodies the least. */
export function overhangLimitOf({ proofs, heads = [] }: CheckContext): number {
  const bodies = [proofs, ...heads.filter((h) => h.roles.some(isBody)).map((h) => h.proofs)];
  return Math.min(
    ...bodies.map(({ steepestOverhangDeg: proof }) =>
      proof && proof.state !== 'sister' ? Math.min(89.9, proof.range.max) : USUAL_OVERHANG_DEG,
    ),
  );
}
