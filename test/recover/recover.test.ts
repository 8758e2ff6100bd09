import { describe, expect, test } from 'vitest';
import { filamentKinds } from '../../src/areas/trials/kinds/index.ts';
import { readFileSync } from 'node:fs';
import { casesByKind } from './kindCases.ts';
import { coverageOf, prepare, SEEDS, tableRow, tryOut } from './recover.ts';

const casesOf = await casesByKind();
const LEAST_COVERED = 0.925;
const LEAST_BANDS = 0.9;
const WIDEST = 1.5;
const MOST_REFUSED = 0.02;

/** Recover the truth (docs/trials.md): what a kind states holds the hidden figure of seeded machines, at the stated noise. */
describe.each(filamentKinds.map((k) => [k.key, k] as const))('%s', (key, kind) => {
  test('states an interval that holds the hidden truth, and not a wide one', () => {
    const { recovers = [] } = casesOf(key);
    expect(recovers.length).toBeGreaterThan(0);
    for (const c of coverageOf(kind, recovers)) {
      const share = c.covered / (c.seeds - c.refused);
      console.info(tableRow(c));
      expect(
        readFileSync('docs/trials.md', 'utf8'),
        'docs/trials.md says what was found; npm run recover writes it',
      ).toContain(tableRow(c));
      expect(c.refused, c.of).toBeLessThanOrEqual(MOST_REFUSED * c.seeds);
      expect(share, c.of).toBeGreaterThanOrEqual(c.ratio === null ? LEAST_BANDS : LEAST_COVERED);
      if (c.ratio !== null) expect(c.ratio, c.of).toBeLessThanOrEqual(WIDEST);
    }
  }, 120_000);
  test('proves no value that lies outside the range it proves', () => {
    const p = prepare(kind);
    const outside = SEEDS.slice(0, 200).flatMap((seed) => {
      const { result } = tryOut(p, seed);
      return (result.ok ? result.value.proven : []).filter(
        ({ value, range }) => value < range.min - 1e-9 || value > range.max + 1e-9,
      );
    });
    expect(outside).toEqual([]);
  });
  test('gives the same figures to the digit when run again on the same readings', () => {
    const p = prepare(kind);
    const [a, b] = [tryOut(p, SEEDS[3]!), tryOut(p, SEEDS[3]!)];
    expect(a.readings).toEqual(b.readings);
    expect(a.result).toEqual(b.result);
  });
});
