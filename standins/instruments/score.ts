/** Scores are whole numbers from worst to best. */
export const SMALLEST = 1;
export const LARGEST = 5;
