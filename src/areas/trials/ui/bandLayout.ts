/** Measures that drawing, fields and chart of a band sheet share, so that a band lies on one line in all three, px. */
export const ROW = 46;
export const LEFT = 56;
export const DRAWING = 150;
export const TOP = 34;
export const FOOT = 34;
