/** How good one response is, from 0 to 1, straight between its ends. Source: Derringer & Suich 1980 (s = 1). */
export interface DesirabilityBounds {
  readonly bad: number;
  readonly good: number;
}
export const desirabilityOf = (value: number, { bad, good }: DesirabilityBounds): number =>
  Math.min(1, Math.max(0, (value - bad) / (good - bad)));

/** All responses together: the weighted geometric mean; one that is unacceptable makes the whole unacceptable. Weights are a later extension of the source. */
export function overallDesirability(parts: readonly { readonly d: number; readonly weight: number }[]): number {
  const used = parts.filter((p) => p.weight > 0);
  const total = used.reduce((s, p) => s + p.weight, 0);
  if (total === 0 || used.some((p) => p.d <= 0)) return 0;
  return Math.exp(used.reduce((s, p) => s + p.weight * Math.log(p.d), 0) / total);
}
