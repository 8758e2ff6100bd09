/** Work in steps: between them it yields the share that is done, so that whoever runs it can tell, breathe, or stop. */
export type Stepwise<T> = Generator<number, T, void>;

/** Runs all steps in one go. */
export function runAll<T>(work: Stepwise<T>): T {
  let step = work.next();
  while (!step.done) step = work.next();
  return step.value;
}

/** Steps of a piece of work as a part of a whole, from one share to another. */
export function* within<T>(work: Stepwise<T>, from: number, to: number): Stepwise<T> {
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
    yield from + (to - from) * step.value;
  }
}
