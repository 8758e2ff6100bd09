import type { Stepwise } from '../../../core/result/stepwise.ts';
import type { CheckContext } from '../../rules/context.ts';
import { filamentKinds } from '../../trials/kinds/index.ts';
import { trialTimeS } from '../../trials/model/artefact.ts';

/** The same surroundings with how long the trials take that a job of a proven-only class still wants. In steps: a coupon is laid for each,
 *  a tenth of a second. */
export function* addingTrialTimes(context: CheckContext): Stepwise<CheckContext> {
  const { job, recipe, proofs, policy } = context;
  if (!job.provenOnly || !recipe.values) return context;
  const trialTimesS: Record<string, number> = {};
  for (const [i, kind] of filamentKinds.entries()) {
    if (kind.proves.every((key) => proofs[key]?.state === 'proven' || policy?.mayStayUnproven?.[key])) continue;
    const timeS = trialTimeS(recipe.values, kind);
    if (timeS !== null) trialTimesS[kind.key] = timeS;
    yield i / filamentKinds.length;
  }
  return { ...context, trialTimesS };
}
