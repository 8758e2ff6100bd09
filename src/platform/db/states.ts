import { inArray, sql, type SQL } from 'drizzle-orm';
import type { AnyPgColumn } from 'drizzle-orm/pg-core';
import type { Move } from '../../core/states/moves.ts';

/** The condition of an update that makes a move: nothing is written from a row that was read before. */
export const inStateFor = <S extends string>(state: AnyPgColumn, move: Move<S>): SQL => inArray(state, [...move.from]);

/** What a column of states may hold, as its constraint. */
export const isOneOf = (column: AnyPgColumn, states: readonly string[]): SQL =>
  sql`${column} in (${sql.raw(states.map((s) => `'${s}'`).join(', '))})`;
