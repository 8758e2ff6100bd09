import type { Act } from '../../../ui/api.ts';

export const JOB = '/api/jobs/[id]';
/** What somebody does to a job. */
export type JobAct = Act<typeof JOB>;
