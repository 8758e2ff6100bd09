const RULES = new Intl.PluralRules('en');

/** A count with its noun: "1 edge", "3 edges". */
export const countOf = (n: number, one: string, other = `${one}s`): string =>
  `${n.toLocaleString('en-GB')} ${RULES.select(n) === 'one' ? one : other}`;
