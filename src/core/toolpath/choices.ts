/** How the inside is filled: lines that change their way from layer to layer, both ways on each, or the waves of a gyroid. */
export const infillPatterns = ['lines', 'grid', 'gyroid'] as const;
export type InfillPattern = (typeof infillPatterns)[number];
export const topDirections = ['crossed', 'alike'] as const;
export type TopDirection = (typeof topDirections)[number];
export const seams = ['back', 'corner', 'nearest'] as const;
export type Seam = (typeof seams)[number];
export const brimSides = ['outside', 'holes', 'both'] as const;
export type BrimSides = (typeof brimSides)[number];
/** Where what is left in a nozzle goes when the head changes: beside the part, or first into what nobody sees of it. */
export const purgePlaces = ['tower', 'infill'] as const;
export type PurgePlace = (typeof purgePlaces)[number];
