import type { Stepwise } from '../../../core/result/stepwise.ts';
import type { CheckContext, ContextHead } from '../../rules/context.ts';
import { filamentKinds } from '../../trials/kinds/index.ts';
import { trialTimeS } from '../../trials/model/artefact.ts';

/** The same surroundings with how long the trials take that a job of a proven-only class still wants, of each head. In steps: a coupon is
 *  laid for each, a tenth of a second. */
export function* addingTrialTimes(context: CheckContext): Stepwise<CheckContext> {
  if (!context.job.provenOnly) return context;
  const trialTimesS = yield* timesOf(context, context.policy);
  const heads: ContextHead[] = [];
  for (const head of context.heads ?? []) heads.push({ ...head, trialTimesS: yield* timesOf(head, context.policy) });
  return { ...context, trialTimesS, ...(context.heads && { heads }) };
}
function* timesOf(
  { recipe, proofs }: Pick<ContextHead, 'recipe' | 'proofs'>,
  policy: CheckContext['policy'],
): Stepwise<Record<string, number>> {
  const timesS: Record<string, number> = {};
  for (const [i, kind] of filamentKinds.entries()) {
    if (kind.proves.every((key) => proofs[key]?.state === 'proven' || policy?.mayStayUnproven?.[key])) continue;
    const timeS = recipe.values ? trialTimeS(recipe.values, kind) : null;
    if (timeS !== null) timesS[kind.key] = timeS;
    yield i / filamentKinds.length;
  }
  return timesS;
}
