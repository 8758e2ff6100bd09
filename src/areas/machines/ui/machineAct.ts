import type { Act } from '../../../ui/api.ts';

export const MACHINE = '/api/machines/[id]';
/** What somebody does to a machine. */
export type MachineAct = Act<typeof MACHINE>;
