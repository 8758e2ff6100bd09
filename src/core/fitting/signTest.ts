/** Two-sided exact sign test: how often a fair coin would split as unevenly as this or more. Ties are left out by the caller.
 *  Source: Dixon & Mood 1946, the binomial with p = 1/2. */
export function signTest(better: number, worse: number): number {
  const n = better + worse;
  const fewer = Math.min(better, worse);
  let term = 0.5 ** n;
  let tail = 0; // C(n, 0) / 2^n
  for (let k = 0; k <= fewer; k++) {
    tail += term;
    term *= (n - k) / (k + 1);
  }
  return Math.min(1, 2 * tail);
}
