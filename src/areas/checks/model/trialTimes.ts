import type { CheckContext } from '../../rules/context.ts';
import { filamentKinds } from '../../trials/kinds/index.ts';
import { trialTimesS } from '../../trials/model/artefact.ts';

/** The same surroundings with how long the trials take that a job of a proven-only class may still want. */
export function withTrialTimes(context: CheckContext): CheckContext {
  const { job, recipe, proofs } = context;
  if (!job.provenOnly || !recipe.values) return context;
  const wanting = filamentKinds.filter((k) => k.proves.some((key) => proofs[key]?.state !== 'proven'));
  return { ...context, trialTimesS: trialTimesS(recipe.values, wanting) };
}
