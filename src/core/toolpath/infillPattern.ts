/** How the inside is filled: lines that change their way from layer to layer, both ways on each, or the waves of a gyroid. */
export const infillPatterns = ['lines', 'grid', 'gyroid'] as const;
export type InfillPattern = (typeof infillPatterns)[number];
