/** One reading as it would have come from the bench. */
export interface Read {
  readonly band: number;
  readonly feature: string;
  readonly repeat: number;
  readonly value: number;
}
/** What a disobedient machine is read with. */
export interface Reading {
  readonly kind: string;
  readonly readings: readonly Read[];
  /** Figures of the bands, in their order; empty where a coupon has none. */
  readonly bands: readonly number[];
  /** The hidden figure that the trial asks for, as an obedient machine would have it. */
  readonly plain: number;
  readonly strength: number;
  /** 0 to 1, the same for the same seed. */
  readonly random: () => number;
}
/** A way in which a real machine, coupon or reader does what no analysis supposes. */
export interface Disobedience {
  readonly name: string;
  readonly kinds: readonly string[];
  readonly strengths: readonly [mild: number, clear: number, gross: number];
  /** What a strength means. */
  readonly means: string;
  /** What is read instead; with it the hidden figure, where that is another then. */
  readonly read: (r: Reading) => { readonly readings: readonly Read[]; readonly truth?: number };
}
export const mapped = (readings: readonly Read[], feature: string, to: (r: Read) => number): Read[] =>
  readings.map((r) => (r.feature === feature ? { ...r, value: to(r) } : r));
/** Rounded as a person notes it. */
export const noted = (value: number, step: number): number =>
  Math.max(0, Number((Math.round(value / step) * step).toFixed(6)));
/** The first place from which a response is no longer within what is accepted; the far end where it always is. */
export function fittingOf(response: (x: number) => number, accepted: number, from: number, to: number): number {
  const STEPS = 4000;
  for (let k = 0; k <= STEPS; k++) {
    const x = from + ((to - from) * k) / STEPS;
    if (response(x) > accepted) return x;
  }
  return to;
}
