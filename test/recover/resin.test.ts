import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { resinKinds } from '../../src/areas/trials/kinds/index.ts';
import { casesByKind } from './kindCases.ts';
import { SEEDS, tableRow } from './recover.ts';
import { plateTally, preparePlate, readPicture, resinCoverage, tryPlate } from './resin.ts';

const casesOf = await casesByKind();
const LEAST_COVERED = 0.925;
const LEAST_BANDED = 0.9;
const WIDEST = 1.5;
/** What looks bent, or has a film that stands out, by chance: a kind that tests its own curve refuses that. */
const mostRefused: Readonly<Record<string, number>> = { 'working-curve': 0.02 };
const page = (): string => readFileSync('docs/trials.md', 'utf8');

/** Recover the truth on a printer whose pixels are not square and whose light falls off to a corner (docs/trials.md). */
describe.each(resinKinds.filter((k) => k.key !== 'plate').map((k) => [k.key, k] as const))('%s', (key, kind) => {
  test('states an interval that holds the hidden truth, and not a wide one', () => {
    const { resinRecovers = [] } = casesOf(key);
    expect(resinRecovers.length).toBeGreaterThan(0);
    for (const c of resinCoverage(kind, resinRecovers)) {
      expect(page(), 'npm run recover writes it').toContain(tableRow(c));
      expect(c.refused, c.of).toBeLessThanOrEqual((mostRefused[key] ?? 0) * c.seeds);
      // a band that is told holds the truth in nine of ten; an interval in 92.5 of a hundred, and no wider than it must be
      expect(c.covered / (c.seeds - c.refused), c.of).toBeGreaterThanOrEqual(
        c.ratio === null ? LEAST_BANDED : LEAST_COVERED,
      );
      if (c.ratio !== null) expect(c.ratio, c.of).toBeLessThanOrEqual(WIDEST);
      if (key === 'exposure-ladder')
        expect(c.within2Percent / c.seeds, 'within 2 % of the dose').toBeGreaterThanOrEqual(0.95);
    }
  }, 120_000);
  test('gives the same figures to the digit when run again on the same readings', () => {
    const p = preparePlate(kind);
    expect(tryPlate(p, SEEDS[3]!)).toEqual(tryPlate(p, SEEDS[3]!));
  });
});

test('a plate is read right in nine of ten of each fault and wrong in three of a hundred at the most, else unclear', () => {
  for (const { fault, right, wrong, of, row } of plateTally()) {
    expect(page(), 'npm run recover writes it').toContain(row);
    expect(right / of, fault).toBeGreaterThanOrEqual(0.9);
    expect(wrong / of, fault).toBeLessThanOrEqual(0.03);
  }
}, 60_000);

test('two clicks on each picture of the microscope recover the exposure with an interval that holds it', () => {
  const [c] = resinCoverage(
    resinKinds.find((k) => k.key === 'exposure-ladder')!,
    casesOf('exposure-ladder').resinRecovers!,
    SEEDS,
    readPicture,
  );
  expect(c!.refused).toBe(0);
  expect(c!.covered / c!.seeds).toBeGreaterThanOrEqual(LEAST_COVERED);
  // a pixel of the picture is coarser than the instrument's step: a little further off, and the interval knows it
  expect(c!.within2Percent / c!.seeds).toBeGreaterThanOrEqual(0.93);
}, 120_000);
