import type { Ctx } from '../../../platform/db/context.ts';
import { moveRow, type SetWith } from '../../../platform/db/states.ts';
import { trialMoves } from '../model/states.ts';
import { trial } from './tables.ts';

export const moveTrial = (
  ctx: Pick<Ctx, 'db'>,
  id: string,
  act: keyof typeof trialMoves,
  set: SetWith<typeof trial> = {},
): Promise<boolean> => moveRow(ctx, trial, id, trialMoves[act], set);
