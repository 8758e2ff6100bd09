import { formatDuration } from '../../core/units/format.ts';
import { isInMargin, type Proof } from '../library/model/records.ts';
import type { FilamentTrial } from '../library/settings/catalogue.ts';
import type { CheckContext } from './context.ts';
import type { Change, Found } from './define.ts';

type Where = Pick<Found, 'line' | 'layer' | 'zMm' | 'place'>;

/** A figure outside what is proven, judged alike everywhere: a blocker where a trial saw it fail beyond that end or the job's class is
 *  proven only, else a caution; the nearest end is the fix. Null inside, and where nothing valid is proven. */
export function outsideProof(ask: {
  readonly label: string;
  readonly value: number;
  readonly proof: Proof | undefined;
  readonly provenOnly: boolean;
  /** The figure as it is shown, with its unit. */
  readonly show: (value: number) => string;
  readonly change?: (end: number) => Change;
  readonly where?: Where;
}): Found | null {
  const { label, value, proof, provenOnly, show } = ask;
  if (proof?.state !== 'proven') return null;
  const { min, max } = proof.range;
  const slack = 1e-9 * Math.max(1, Math.abs(value));
  if (value >= min - slack && value <= max + slack) return null;
  const isLow = value < min;
  const end = isLow ? min : max;
  if (isInMargin(proof.range, value))
    return {
      severity: 'caution',
      title: `${label} within the farm’s margin`,
      figure: show(value),
      limit: show(max),
      origin: marginOf(proof, show),
      fix: `set ${show(max)}`,
      trialId: proof.trialId,
      ...ask.where,
      ...(ask.change && { change: ask.change(max) }),
    };
  const isSeenToFail = (isLow ? proof.range.minEnd : proof.range.maxEnd) === 'failedBeyond';
  return {
    severity: isSeenToFail || provenOnly ? 'blocker' : 'caution',
    title: `${label} ${isLow ? 'below' : 'above'} what is proven${isSeenToFail ? ', where a trial failed' : ''}`,
    figure: show(value),
    limit: min > 0 ? `${show(min)} to ${show(max)}` : show(max),
    origin: `proven by ${proof.trialName}`,
    fix: `set ${show(end)} or prove it`,
    trialId: proof.trialId,
    ...ask.where,
    ...(ask.change && { change: ask.change(end) }),
  };
}

/** Where a limit comes from that the farm has set below what held. */
export const marginOf = (proof: Proof, show: (value: number) => string): string =>
  `farm’s margin; ${show(proof.range.heldTo!)} held in ${proof.trialName}`;

/** A figure outside the supplier's range: where a trial has proven it here a caution, else as severe as the rule says. */
export function outsideSupplier(ask: {
  readonly label: string;
  readonly value: number;
  readonly range: readonly [number, number];
  readonly material?: string;
  readonly proof: Proof | undefined;
  readonly severity: 'blocker' | 'caution';
  readonly show: (value: number) => string;
  readonly change?: (end: number) => Change;
  readonly where?: Where;
}): Found | null {
  const { label, value, proof, show } = ask;
  const [low, high] = ask.range;
  if (value >= low && value <= high) return null;
  const isProven = proof?.state === 'proven' && value >= proof.range.min && value <= proof.range.max;
  const end = value < low ? low : high;
  return {
    severity: isProven ? 'caution' : ask.severity,
    title: `${label} ${value < low ? 'below' : 'above'} the supplier’s range${isProven ? ', though proven here' : ''}`,
    figure: show(value),
    limit: `${show(low)} to ${show(high)}`,
    origin: `material data${ask.material ? `, ${ask.material}` : ''}${isProven ? `; proven by ${proof.trialName}` : ''}`,
    fix: isProven
      ? `nothing, if the trial still holds; else set ${show(end)}`
      : `set ${show(end)}, or prove ${show(value)} by a trial`,
    ...(isProven && { trialId: proof.trialId }),
    ...ask.where,
    ...(ask.change && { change: ask.change(end) }),
  };
}

/** What to do where evidence is wanting: the trial, where to run it, and how long it takes where that is known. */
export function trialFix({ machine, recipe, trialTimesS }: CheckContext, trial: FilamentTrial): string {
  const takesS = trialTimesS?.[trial];
  return `run ${/^[aeiou]/.test(trial) ? 'an' : 'a'} ${trial.replaceAll('-', ' ')} trial on ${machine.name} · ${recipe.tool.name} · ${recipe.material.name}${takesS === undefined ? '' : ` (${formatDuration(takesS)})`}`;
}
