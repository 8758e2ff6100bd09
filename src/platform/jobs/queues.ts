/** Every queue there is; the migration creates them. */
export const queues = ['check'] as const;
export type Queue = (typeof queues)[number];
