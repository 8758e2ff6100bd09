/** The first place from which a response is no longer within what is accepted; the far end where it always is. */
export function fittingOf(response: (x: number) => number, accepted: number, from: number, to: number): number {
  const STEPS = 4000;
  for (let k = 0; k <= STEPS; k++) {
    const x = from + ((to - from) * k) / STEPS;
    if (response(x) > accepted) return x;
  }
  return to;
}
