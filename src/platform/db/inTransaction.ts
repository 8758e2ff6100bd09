import type { Result } from '../../core/result/result.ts';
import type { Ctx } from './context.ts';

class RolledBack extends Error {
  constructor(readonly failure: unknown) {
    super('rolled back');
  }
}

/** Runs work in one transaction and undoes all of it when it ends in a failure: returning one from a plain transaction would keep
 *  what was written before it. */
export async function inTransaction<T, F extends { readonly code: string }>(
  ctx: Ctx,
  work: (inside: Ctx) => Promise<Result<T, F>>,
): Promise<Result<T, F>> {
  try {
    return await ctx.db.transaction(async (db) => {
      const { reads: _ofThePage, ...writer } = ctx; // they would not see what is written here
      const result = await work({ ...writer, db });
      if (!result.ok) throw new RolledBack(result.failure);
      return result;
    });
  } catch (error) {
    if (error instanceof RolledBack) return { ok: false, failure: error.failure as F };
    throw error;
  }
}
