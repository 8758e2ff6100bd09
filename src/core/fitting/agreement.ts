export interface Agreement {
  readonly n: number;
  readonly percent: number;
  /** Cohen's kappa; null where both always gave the same one score. */ readonly kappa: number | null;
}

/** How far two people agree on the same things. Source: Cohen 1960. */
export function agreementOf(first: readonly (string | number)[], second: readonly (string | number)[]): Agreement {
  const n = Math.min(first.length, second.length);
  const same = first.slice(0, n).filter((v, i) => v === second[i]).length;
  const share = (of: readonly (string | number)[], c: string | number): number =>
    of.slice(0, n).filter((v) => v === c).length / n;
  const chance = [...new Set([...first, ...second])].reduce<number>(
    (s, c) => s + share(first, c) * share(second, c),
    0,
  );
  const observed = same / n;
  return { n, percent: 100 * observed, kappa: chance < 1 ? (observed - chance) / (1 - chance) : null };
}
