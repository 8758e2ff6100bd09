import data from './nist.json' with { type: 'json' };

/** Certified sets of NIST's Statistical Reference Datasets (public domain), response first in each row. */
export const nist = data;
