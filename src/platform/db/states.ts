import { and, eq, inArray, sql, type SQL } from 'drizzle-orm';
import type { AnyPgColumn, PgTable } from 'drizzle-orm/pg-core';
import type { Move } from '../../core/states/moves.ts';
import type { Ctx } from './context.ts';

/** The condition of an update that makes a move: nothing is written from a row that was read before. */
export const inStateFor = <S extends string>(state: AnyPgColumn, move: Move<S>): SQL => inArray(state, [...move.from]);

/** What a column of states may hold, as its constraint. */
export const isOneOf = (column: AnyPgColumn, states: readonly string[]): SQL =>
  sql`${column} in (${sql.raw(states.map((s) => `'${s}'`).join(', '))})`;

/** What a move may set beside the state, as values or as SQL. */
export type SetWith<T extends PgTable> = {
  readonly [K in Exclude<keyof T['$inferInsert'], 'id' | 'state'>]?: T['$inferInsert'][K] | SQL;
};
/** Moves a record from what it is now, not from what somebody has read; false where it is in no state for that any more. */
export async function moveRow<
  S extends string,
  T extends PgTable & { readonly id: AnyPgColumn; readonly state: AnyPgColumn },
>({ db }: Pick<Ctx, 'db'>, table: T, id: string, move: Move<S>, set: SetWith<T>): Promise<boolean> {
  const moved = await db
    .update(table as PgTable)
    .set({ ...set, state: move.to })
    .where(and(eq(table.id, id), inStateFor(table.state, move)))
    .returning({ id: table.id });
  return moved.length > 0;
}
