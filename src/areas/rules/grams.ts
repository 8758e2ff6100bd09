/** A mass as it is shown: tenths below 10 g, whole grams above. */
export const grams = (massG: number): string => `${massG.toFixed(massG < 10 ? 1 : 0)} g`;
/** Resins weigh about as much (common practice, no source). */
export const RESIN_G_PER_ML = 1.1;
