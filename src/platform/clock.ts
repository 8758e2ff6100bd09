/** Where the time comes from; demo and tests step their own. */
export interface Clock {
  now(): Date;
}
export const systemClock: Clock = { now: () => new Date() };
export const steppedClock = (start: Date): Clock & { set(to: Date): void } => {
  let now = start;
  return {
    now: () => new Date(now),
    set: (to) => {
      now = to;
    },
  };
};
