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
  readonly read: (r: Reading) => { readonly readings: readonly Read[]; readonly truth: number };
}
export const mapped = (readings: readonly Read[], feature: string, to: (r: Read) => number): Read[] =>
  readings.map((r) => (r.feature === feature ? { ...r, value: to(r) } : r));
/** Rounded as a person notes it. */
export const noted = (value: number, step: number): number =>
  Math.max(0, Number((Math.round(value / step) * step).toFixed(6)));
export const normalOf = (random: () => number): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
