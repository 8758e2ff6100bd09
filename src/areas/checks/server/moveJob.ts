import type { Ctx } from '../../../platform/db/context.ts';
import { moveRow, type SetWith } from '../../../platform/db/states.ts';
import { jobMoves, runMoves, type JobState } from '../model/states.ts';
import { checkRun, job } from './tables.ts';

export const moveJob = (
  ctx: Pick<Ctx, 'db'>,
  id: string,
  act: keyof typeof jobMoves,
  set: SetWith<typeof job> = {},
): Promise<boolean> =>
  moveRow(ctx, job, id, jobMoves[act], { ...(!queuedIn.includes(jobMoves[act].to) && NOT_QUEUED), ...set });
/** A place in a queue is held while a job waits there and while it prints. */
const queuedIn: readonly JobState[] = ['queued', 'printing'];
const NOT_QUEUED = { queueId: null, queueRank: null, queued: null } as const;

export const moveRun = (
  ctx: Pick<Ctx, 'db'>,
  id: string,
  act: keyof typeof runMoves,
  set: SetWith<typeof checkRun> = {},
): Promise<boolean> => moveRow(ctx, checkRun, id, runMoves[act], set);
