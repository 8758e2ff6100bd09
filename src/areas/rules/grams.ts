/** A mass as it is shown: tenths below 10 g, whole grams above. */
export const grams = (massG: number): string => `${massG.toFixed(massG < 10 ? 1 : 0)} g`;
