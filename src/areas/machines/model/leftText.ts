import { RESIN_G_PER_ML } from '../../../core/resin/weight.ts';

/** What is left of a lot as people read it: spools are weighed, resin is poured. */
export const leftText = (remainingG: number, isResin: boolean): string =>
  isResin ? `${(remainingG / RESIN_G_PER_ML).toFixed(0)} ml` : `${remainingG.toFixed(0)} g`;
