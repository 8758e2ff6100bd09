import type { JobInput, StackJob } from './define.ts';
import type { JobOutcome } from './outcome.ts';
import { checkJob } from './run.ts';
import { checkStack } from './runStack.ts';

/** What every rule says of a job, whether it is a program or layers. */
export const judge = (job: JobInput | StackJob): JobOutcome => ('stack' in job ? checkStack(job) : checkJob(job));
