import type { PersonRole } from '../db/context.ts';

/** A role may do whatever one of lower rank may. */
export const RANK: Readonly<Record<PersonRole, number>> = { viewer: 0, technician: 1, lead: 2 };
