/** One way from some states into another. */
export interface Move<S extends string> {
  readonly from: readonly S[];
  readonly to: S;
}
export type Moves<S extends string, A extends string> = Readonly<Record<A, Move<S>>>;
/** A table of moves: one row an act. */
export const movesAmong = <S extends string, A extends string>(
  _states: readonly S[],
  moves: Moves<S, A>,
): Moves<S, A> => moves;

/** Whether an act may be done in a state. */
export const mayMove = <S extends string>(move: Move<S>, state: S): boolean => move.from.includes(state);
/** States of a list as one reads it: "cleared or needs attention". */
export const orOf = (states: readonly string[]): string =>
  states.length < 2 ? states.join('') : `${states.slice(0, -1).join(', ')} or ${states.at(-1)!}`;
