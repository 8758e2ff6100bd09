/** Resins weigh about as much (common practice, no source). */
export const RESIN_G_PER_ML = 1.1;
