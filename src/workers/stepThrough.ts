import type { Stepwise } from '../core/result/stepwise.ts';

const TELL_EVERY_MS = 100;
/** Goes through long work, telling now and then how far it is. */
export function stepThrough<T>(work: Stepwise<T>, tell: (share: number) => void): T {
  let step = work.next();
  for (let told = 0; !step.done; step = work.next())
    if (performance.now() - told > TELL_EVERY_MS) {
      told = performance.now();
      tell(step.value);
    }
  return step.value;
}
