/** Gathers what is asked for while `run` is busy and then runs once for all of it. Every ask is followed by a run that starts after it,
 *  and no run is cut short by the next ask: a stream of asks faster than a run cannot starve the one who waits. */
export function coalesce(run: (asked: ReadonlySet<string>) => Promise<unknown>): (what: string) => void {
  let waiting = new Set<string>();
  let isBusy = false;
  const work = async (): Promise<void> => {
    isBusy = true;
    while (waiting.size > 0) {
      const asked = waiting;
      waiting = new Set();
      await run(asked).catch(() => undefined);
    }
    isBusy = false;
  };
  return (what) => {
    waiting.add(what);
    if (!isBusy) void work();
  };
}
